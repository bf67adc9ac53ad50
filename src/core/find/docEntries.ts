import { headingId } from '../guide'
import type { FoundEntry } from './findEntries'

const HEADING = /^#{1,3} (.+)$/
const ROW = /^\| `([^`]+)` \|(.+)\|$/

const plain = (text: string) => text.replace(/[`*]|\]\([^)]*\)|\[/g, '').trim()

/**
 * What can be found in the documentation: its headings, and what the tables of the reference define.
 * @param name of the page, such as `reference/readings`
 * @param text Markdown
 */
export function docEntries(name: string, text: string): FoundEntry[] {
  const entries: FoundEntry[] = []
  const to = `/-/docs/${name}`
  let title = name
  for (const line of text.split('\n')) {
    const heading = HEADING.exec(line)?.[1]
    if (heading !== undefined) {
      if (entries.length === 0) title = plain(heading)
      entries.push({ kind: 'docs', text: plain(heading), detail: title, to: `${to}#${headingId(plain(heading))}` })
    }
    const [, defined, rest] = ROW.exec(line) ?? []
    if (defined !== undefined)
      entries.push({
        kind: 'docs',
        text: `${defined}: ${plain(rest!.split('|').slice(0, 3).join(' '))}`,
        detail: title,
        to,
      })
  }
  return entries
}
