import { readGuide } from '@/core/guide'
import type { Sheet } from '@/core/sheet'

/** Something that can be found in a published guide. */
export interface SearchEntry {
  kind: string
  text: string
  /** The page that it is on. */
  where: string
  href: string
}

/** All that can be found of a component: names, words of its guide, props, slots, events, parts, values. */
export function searchEntries({ slug, data, parts, axes }: Sheet, guide: string | undefined): SearchEntry[] {
  const of = (kind: string, text: string): SearchEntry => ({ kind, text, where: data.name, href: `${slug}.html` })
  const about = (name: string, words: string | undefined) => (words ? `${name}: ${words}` : name)
  const prose = readGuide(guide ?? '').flatMap((block) =>
    block.kind === 'prose'
      ? block.text.split(/\n\s*\n/)
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
          .replace(/^#+\s+/gm, '')
          .replace(/[*_`]|\]\([^)]*\)|\[/g, '')
          .trim(),
      )
      .filter(Boolean)
      .map((text) => of('text', text)),
  ]
}
