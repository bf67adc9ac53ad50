import type { Setting, SlotChoice } from '../bench'
import type { Sheet, SlotValue } from '../sheet'

/** A named preset of a component. */
export interface Example {
  name: string
  about?: string
  /** As the bench sets it. */
  setting: Setting
}

/** A sheet's examples, in their order. */
export function examplesOf({ data }: Pick<Sheet, 'data'>): Example[] {
  const entries = Array.isArray(data.examples)
    ? data.examples.map((each, at) => [each.name ?? `example ${at + 1}`, each] as const)
    : Object.entries(data.examples).map(([name, each]) => [each.name ?? name, each] as const)
  return entries.map(([name, { about, ...given }]) => ({
    name,
    ...(about !== undefined && { about }),
    setting: settingOf(given, ''),
  }))
}

interface Given {
  axes?: Readonly<Record<string, unknown>> | undefined
  props?: Readonly<Record<string, unknown>> | undefined
  slots?: Readonly<Record<string, SlotValue>> | undefined
}

function settingOf({ axes = {}, props = {}, slots = {} }: Given, prefix: string): Setting {
  const setting: Record<string, unknown> = {}
  for (const [name, value] of Object.entries(axes)) setting[`${prefix}:${name}`] = String(value)
  for (const [name, value] of Object.entries(props)) setting[prefix + name] = value
  for (const [name, value] of Object.entries(slots)) {
    const key = `${prefix}${name}/`
    if (typeof value === 'string') setting[key] = value === 'none' ? 'none' : { component: value }
    else if ('text' in value) setting[key] = { text: value.text } satisfies SlotChoice
    else {
      setting[key] = { component: value.component } satisfies SlotChoice
      Object.assign(setting, settingOf(value, key))
    }
  }
  return setting
}
