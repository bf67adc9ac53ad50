/**
 * What one entry of a setting is about. Written, it reads like a path: `size` is a prop, `:interaction` an axis that is held,
 * `action/` what stands in a slot, `action/icon/sign` a prop of what stands in the slot of what stands in the slot, `@theme` a context.
 */
export type BenchKey =
  { kind: 'prop' | 'hold' | 'slot'; slots: readonly string[]; name: string } | { kind: 'context'; name: string }

/** Where a component stands in the bench: empty for the component itself, `action/icon/` two slots down. */
export const prefixOf = (slots: readonly string[]): string => slots.map((slot) => `${slot}/`).join('')

export const propKey = (prefix: string, name: string): string => prefix + name
export const holdKey = (prefix: string, axis: string): string => `${prefix}:${axis}`
export const slotKey = (prefix: string, slot: string): string => `${prefix}${slot}/`
export const contextKey = (context: string): string => `@${context}`

export function readKey(key: string): BenchKey {
  if (key.startsWith('@')) return { kind: 'context', name: key.slice(1) }
  const parts = key.split('/')
  const name = parts.pop()!
  if (name === '') return { kind: 'slot', slots: parts.slice(0, -1), name: parts.at(-1) ?? '' }
  return name.startsWith(':')
    ? { kind: 'hold', slots: parts, name: name.slice(1) }
    : { kind: 'prop', slots: parts, name }
}
