import { holdKey, slotKey } from './key'

/** What a reader has changed, by key: only what differs from what the sheet says. */
export type Setting = Readonly<Record<string, unknown>>

/** What may be put into a slot by itself. */
export type SlotChoice = 'none' | { text: string } | { component: string }

/** A setting with one entry changed; `undefined` takes it back. What stood in a slot goes with all that was set of it. */
export function withEntry(setting: Setting, key: string, value: unknown): Setting {
  const isSlot = key.endsWith('/')
  const kept = Object.entries(setting).filter(([each]) => each !== key && !(isSlot && each.startsWith(key)))
  return Object.fromEntries(value === undefined ? kept : [...kept, [key, value]])
}

/** A setting without all that is set of a component and of what stands in it. */
export const withoutAll = (setting: Setting, prefix: string): Setting =>
  Object.fromEntries(
    Object.entries(setting).filter(([key]) => !key.startsWith(prefix) || (prefix === '' && key.startsWith('@'))),
  )

/** What is set of the component at a place, by kind. */
export const entryOf = (setting: Setting, prefix: string) => ({
  axis: (name: string): string | undefined => setting[holdKey(prefix, name)] as string | undefined,
  slot: (name: string): SlotChoice | undefined => setting[slotKey(prefix, name)] as SlotChoice | undefined,
})
