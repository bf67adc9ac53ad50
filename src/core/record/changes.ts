import { MATCH_SEPARATOR } from '../readings'
import { EVENTS, type Changed } from './observation'

/** All that was read at a moment: `part|reading` with its text, several matches apart by the separator. */
export type Snapshot = ReadonlyMap<string, string>

/** What differs between two moments, match by match: `header[2]` where there are several. */
export function changesBetween(before: Snapshot, after: Snapshot): Changed[] {
  return [...after].flatMap(([key, text]) => {
    const known = before.get(key) ?? ''
    if (text === known) return []
    const [part = '', reading = ''] = key.split('|')
    if (reading === 'count' || part === EVENTS) return [{ part, reading, from: known, to: text }]
    const [from, to] = [known.split(MATCH_SEPARATOR), text.split(MATCH_SEPARATOR)]
    return to.flatMap((value, at): Changed[] => {
      const was = from[at] ?? ''
      return value === was ? [] : [{ part: at === 0 ? part : `${part}[${at + 1}]`, reading, from: was, to: value }]
    })
  })
}

/** What several changes after one another come to; what came back to where it was is none. */
export function netChanges(groups: readonly (readonly Changed[])[]): Changed[] {
  const net = new Map<string, Changed>()
  for (const change of groups.flat()) {
    const key = keyOf(change)
    const first = net.get(key)
    net.set(key, first ? { ...change, from: first.from } : change)
  }
  return [...net.values()].filter(({ from, to }) => from !== to)
}

export const keyOf = ({ part, reading }: Pick<Changed, 'part' | 'reading'>): string => `${part}|${reading}`
