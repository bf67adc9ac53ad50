import type { Path, YamlEdit } from '../yaml'

type Raw = Readonly<Record<string, unknown>>

const isMap = (value: unknown): value is Raw => typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * The edits after which a sheet names a component of its library by another slug: in what its slots accept and hold, wherever that is said.
 * @param sheet the sheet's YAML as plain data
 */
export function componentNameEdits(sheet: unknown, from: string, to: string): YamlEdit[] {
  const edits: YamlEdit[] = []
  const set = (path: Path, value: unknown) => value === from && edits.push({ do: 'set', path, value: to })
  const slotValue = (value: unknown, path: Path) => {
    set(path, value)
    if (isMap(value)) set([...path, 'component'], value.component)
  }
  const walk = (value: unknown, path: Path) => {
    if (Array.isArray(value)) for (const [at, each] of value.entries()) walk(each, [...path, at])
    if (!isMap(value)) return
    for (const [key, inner] of Object.entries(value)) {
      const at = [...path, key]
      // What stands in slots: of a component, of a state, of an example, of a step.
      const holds = (key === 'slots' || key === 'fill') && isMap(inner)
      if (holds) for (const [name, each] of Object.entries(inner)) slotValue(each, [...at, name])
      walk(inner, at)
    }
  }
  const slots = isMap(sheet) && isMap(sheet.slots) ? Object.entries(sheet.slots) : []
  for (const [name, slot] of slots) {
    if (!isMap(slot)) continue
    set(['slots', name, 'accepts'], slot.accepts)
    if (Array.isArray(slot.accepts))
      for (const [at, each] of slot.accepts.entries()) set(['slots', name, 'accepts', at], each)
    slotValue(slot.default, ['slots', name, 'default'])
  }
  walk(sheet, [])
  return edits
}

/** A guide's text, or a page's, with its links to a component under another slug. */
export const componentNameInText = (text: string, from: string, to: string): string =>
  text.replaceAll(new RegExp(`(\\]\\()${from}(?=[)#])`, 'g'), `$1${to}`)
