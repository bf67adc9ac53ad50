import type { StageContext } from '../protocol'

/** Names of tokens by what they compute to: several tokens may have one value. */
export type TokenNames = ReadonlyMap<string, readonly string[]>

/** Computes every token that is a colour or a length, in the document as it is now. */
export function tokenNames(document: Document, { properties }: StageContext): TokenNames {
  const names = new Map<string, string[]>()
  const probe = document.createElement('span')
  probe.style.display = 'none'
  document.body.append(probe)
  const root = getComputedStyle(document.documentElement)
  const add = (computed: string, name: string) => names.set(computed, [...(names.get(computed) ?? []), name.slice(2)])
  for (const [name] of properties) {
    const value = root.getPropertyValue(name).trim()
    if (CSS.supports('color', value)) {
      probe.style.color = value
      add(getComputedStyle(probe).color, name)
    } else if (/^-?[\d.]+(px|rem|em)$/.test(value)) {
      probe.style.marginLeft = value
      add(getComputedStyle(probe).marginLeft, name)
    }
  }
  probe.remove()
  return names
}
