import { parsePartReference } from '../readings'
import { defineLint, type Fault, type Subjects } from './defineLint'
import { specOf } from './specOf'

/** What a box's own length is read by, whatever turns it. */
const OWN: Readonly<Record<string, string>> = { 'box.width': 'width', 'box.height': 'height' }

interface Turned {
  rule: number
  part: string
  reading: string
}

function* turned({ sheet, facts }: Subjects['rendered']): Generator<Fault<Turned>> {
  const keys = new Map(facts.turned)
  if (keys.size === 0) return
  for (const [rule, { expect }] of specOf(sheet).entries())
    for (const [part, readings] of Object.entries(expect))
      for (const reading of Object.keys(readings ?? {})) {
        const key = keys.get(parsePartReference(part).part)
        if (key === undefined || !(reading in OWN)) continue
        yield {
          at: sheet.source.atKey(['spec', rule, 'expect', part, reading]),
          message: `"${part}" is turned in ${key}: ${reading} is that of the upright rectangle around it. ${OWN[reading]} is its own.`,
          about: { rule, part, reading },
        }
      }
}

export const turnedBox = defineLint({
  code: 'turned-box',
  severity: 'warning',
  about: 'A rule expects a size of the rectangle around something that is turned.',
  isOfRules: true,
  find: { rendered: turned },
  fix: ({ rule, part, reading }: Turned, sheet) => {
    const to = OWN[reading]!
    const isTaken = specOf(sheet)[rule]?.expect[part]?.[to] !== undefined
    if (isTaken) return undefined
    return { label: `Read ${to}`, edits: [{ do: 'rename', path: ['spec', rule, 'expect', part, reading], to }] }
  },
})
