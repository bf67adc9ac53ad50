import { longhandsOf, physical } from './shorthands'

const INHERITED =
  /^(color|cursor|font.*|letter-spacing|line-height|list-style.*|text-(align|indent|transform)|visibility|white-space|word-.*|direction|--.+)$/

/** Whether elements take a property from their parent where nothing declares it for them. */
export const isInherited = (property: string): boolean => INHERITED.test(property)

// Shorthands that nobody specifies under, so that they have no reading of their own.
const ALSO: Readonly<Record<string, RegExp>> = {
  flex: /^flex-/,
  'border-inline': /^border-(left|right)-/,
  'border-block': /^border-(top|bottom)-/,
}

/** Whether a declaration of `name` says anything of `property`: itself, its shorthand, or one of its longhands. */
export function declares(name: string, property: string): boolean {
  if (name === property || name === 'all') return true
  if (property.startsWith('--') || name.startsWith('--')) return false
  if (property.startsWith(`${name}-`) || name.startsWith(`${property}-`)) return true
  const said = longhandsOf(name).map(physical)
  return longhandsOf(property).some((each) => said.includes(physical(each)) || ALSO[name]?.test(physical(each)))
}
