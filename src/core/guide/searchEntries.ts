import type { Sheet } from '../sheet'
import { readGuide } from './directive'

/** Something that can be found in the guides of a library. */
export interface SearchEntry {
  kind: string
  text: string
  /** Name and slug of the component that it is said of. */
  where: string
  slug: string
}

const plain = (text: string) =>
  text
    .replace(/^\s*(#+|[-*]|\d+\.)\s+/gm, '')
    .replace(/[*_`]|\]\([^)]*\)|\[/g, '')
    .trim()

/** The paragraphs and items of a text, without its marks. */
const proseEntries = (text: string): string[] =>
  text
    .split(/\n\s*\n|\n(?=\s*(?:[-*]|\d+\.) )/)
    .map(plain)
    .filter(Boolean)

/** All that can be found of a component: names, words of its guide, props, slots, events, parts, values. */
export function searchEntries({ slug, data, parts, axes }: Sheet, guide: string | undefined): SearchEntry[] {
  const of = (kind: string, text: string): SearchEntry => ({ kind, text, where: data.name, slug })
  const about = (name: string, words: string | undefined) => (words ? `${name}: ${words}` : name)
  const prose = readGuide(guide ?? '').flatMap((block) => {
    if (block.kind === 'prose') return proseEntries(block.text)
    return block.kind === 'directive' && block.directive.text ? [plain(block.directive.text)] : []
  })
  return [
    of('component', about(data.name, data.about)),
    ...Object.entries(data.props).map(([name, prop]) => of('prop', about(name, prop.about))),
    ...Object.entries(data.slots).map(([name, slot]) => of('slot', about(name, slot.about))),
    ...Object.entries(data.events).map(([name, event]) => of('event', about(name, event?.about))),
    ...Object.keys(parts).map((name) => of('part', name)),
    ...axes.map(({ name, values }) => of('axis', `${name}: ${values.join(', ')}`)),
    ...prose.map((text) => of('text', text)),
  ]
}

/** What can be found of a page of the library's own. */
export const pageEntries = ({ name, title, text }: { name: string; title: string; text: string }): SearchEntry[] => [
  { kind: 'page', text: title, where: title, slug: name },
  ...proseEntries(text).map((each) => ({ kind: 'text', text: each, where: title, slug: name })),
]
