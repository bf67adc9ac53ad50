import { expect, test } from '@jest/globals'
import type { Survey } from '@/core/survey'
import { draftFor, type DraftAim } from './draftFor'

const dimensions = [
  { name: 'size', kind: 'axis' as const, values: ['s', 'm'], default: 's' },
  { name: 'tone', kind: 'axis' as const, values: ['a', 'b'], default: 'a' },
]
const READINGS = ['width', 'height', 'color', 'opacity'] as const
/** Width follows the size, colour the tone; height is set and the same everywhere; opacity was never set. */
const texts = ['10px', '20px', 'red', 'blue', '1']
const survey: Survey = {
  slug: 'peg',
  readings: READINGS.map((reading) => ({ part: 'root', reading, declared: reading !== 'opacity', initial: 'auto' })),
  texts,
  reasons: [],
  usage: [],
  contexts: [{ values: {}, tokens: [] }],
  cases: ['s', 'm'].flatMap((size) =>
    ['a', 'b'].map((tone) => ({
      key: `size=${size},tone=${tone}`,
      values: { size, tone },
      context: 0,
      read: [size === 's' ? 0 : 1, 0, tone === 'a' ? 2 : 3, 4],
    })),
  ),
}

test.each<[DraftAim, string[]]>([
  [{ kind: 'unspoken' }, ['width', 'height']],
  [{ kind: 'gaps' }, ['width']],
  [{ kind: 'axis', axis: 'size' }, ['width']],
  [{ kind: 'axis', axis: 'tone' }, []],
  [{ kind: 'reading', part: 'root', reading: 'color' }, ['color']],
])('%j drafts %j', (aim, wanted) => {
  // A rule speaks of the colour already.
  const spec = [{ expect: { root: { color: 'any' } } }]
  const { rules } = draftFor({ survey, dimensions, spec, aim })
  expect([...new Set(rules.flatMap(({ claims }) => claims.map(({ reading }) => reading)))]).toEqual(wanted)
})
