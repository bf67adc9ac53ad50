import { slugFor } from '../proposal'
import type { CssFacts, CssState } from '../statesInCss'
import { attributeOf, classesOf, type Element } from './elements'

/** A part as the sheet writes it. */
export type PartText = string | { select: string; pseudo: string }

const isModifier = (name: string) => name.includes('--') || /^(is|has|was)-/.test(name)

/** The class that names the component: others are made of it; else the first that is no modifier. */
export function blockOf(elements: readonly Element[]): string | undefined {
  const own = elements[0] ? classesOf(elements[0]) : []
  const all = elements.flatMap(classesOf)
  return (
    own.find((name) => all.some((other) => other.startsWith(`${name}-`) || other.startsWith(`${name}__`))) ??
    own.find((name) => !name.includes('--')) ??
    own[0]
  )
}

/** The parts that markup names by its classes and roles, and where its elements do something. */
export function partsOf(elements: readonly Element[], block: string | undefined): Record<string, string> {
  const parts: Record<string, string> = {}
  elements.forEach((element, at) => {
    const own = classesOf(element).find((name) => !isModifier(name))
    const role = attributeOf(element, 'role')
    const select = own ? `.${own}` : role ? `[role="${role}"]` : undefined
    if (at === 0) parts.root = block !== undefined ? `.${block}` : (select ?? element.tagName)
    // An element without a name of its own is a part only where it does something.
    else if (select || /^(input|button|select|textarea|a|label)$/.test(element.tagName)) {
      const name = slugFor(own?.replace(`${block}__`, '').replace(`${block}-`, '') ?? role ?? element.tagName)
      const where = select ?? element.tagName
      if (name !== 'root' && !Object.values(parts).includes(where))
        parts[name in parts ? `${name}-${at}` : name] = where
    }
  })
  return parts
}

/** The part that a compound of a selector is; undefined where none of them. */
export const partIn = (parts: Readonly<Record<string, string>>, { beside, tag }: Pick<CssState, 'beside' | 'tag'>) =>
  Object.entries(parts).find(([, select]) =>
    beside.length > 0 ? beside.some((name) => select === `.${name}`) : tag !== undefined && select === tag,
  )?.[0]

/** Pseudo-elements that the styles draw on these parts. */
export function drawnParts(
  parts: Readonly<Record<string, string>>,
  { pseudoElements }: CssFacts,
): Record<string, PartText> {
  const drawn: Record<string, PartText> = {}
  for (const { pseudo, ...place } of pseudoElements) {
    const part = partIn(parts, place)
    if (part === undefined) continue
    const name = part === 'root' ? pseudo : `${part}-${pseudo}`
    if (!(name in parts)) drawn[name] = { select: parts[part]!, pseudo: `::${pseudo}` }
  }
  return drawn
}
