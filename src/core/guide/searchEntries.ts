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

/** All that can be found of a component: names, words of its guide, props, slots, events, parts, values. */
export function searchEntries({ slug, data, parts, axes }: Sheet, guide: string | undefined): SearchEntry[] {
  const of = (kind: string, text: string): SearchEntry => ({ kind, text, where: data.name, slug })
  const about = (name: string, words: string | undefined) => (words ? `${name}: ${words}` : name)
  const prose = readGuide(guide ?? '').flatMap((block) =>
    block.kind === 'prose'
      ? block.text.split(/\n\s*\n|\n(?=\s*(?:[-*]|\d+\.) )/)
      : block.kind === 'directive' && block.directive.text
        ? [block.directive.text]
        : [],
  )
  return [
    of('component', about(data.name, data.about)),
    ...Object.entries(data.props).map(([name, prop]) => of('prop', about(name, prop.about))),
    ...Object.entries(data.slots).map(([name, slot]) => of('slot', about(name, slot.about))),
    ...Object.entries(data.events).map(([name, event]) => of('event', about(name, event?.about))),
    ...Object.keys(parts).map((name) => of('part', name)),
    ...axes.map(({ name, values }) => of('axis', `${name}: ${values.join(', ')}`)),
    ...prose
      .map((text) =>
        text
          .replace(/^\s*(#+|[-*]|\d+\.)\s+/gm, '')
          .replace(/[*_`]|\]\([^)]*\)|\[/g, '')
          .trim(),
      )
      .filter(Boolean)
      .map((text) => of('text', text)),
  ]
}
