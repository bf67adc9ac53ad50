import { expect, test } from '@jest/globals'
import { ComponentTally, makeReport, reportChanges, type Report } from './index'

type Given = Partial<Report['components'][number]> & { slug?: string }
const finding = (measured: string, more: object = {}) => ({
  part: 'box',
  reading: 'width',
  verdict: 'misses' as const,
  expected: '22px',
  measured,
  difference: '',
  cases: ['a'],
  rule: { index: 0, line: 1 },
  message: `width of box is ${measured}`,
  ...more,
})
const group = (text: string, count: number) => ({
  causes: [{ text }],
  readings: [],
  pictures: Array.from({ length: count }, (_, at) => ({ case: String(at), verdict: 'changed' as const, picture: 'x' })),
})
const pictures = (groups: ReturnType<typeof group>[], fresh = 0) => ({
  compared: 0,
  same: 0,
  changed: 0,
  new: fresh,
  groups,
})
const lint = (line: number) => ({
  code: 'conflict',
  severity: 'error' as const,
  message: 'two rules',
  file: 'a.yaml',
  line,
})

function report(...given: Given[]): Report {
  const tallies = given.map(({ slug = 'bunk' }) => new ComponentTally(slug, slug.toUpperCase(), 'x', []))
  const made = makeReport({ library: 'L', browser: '', startedAt: new Date(0), milliseconds: 0 }, tallies)
  return { ...made, components: made.components.map((each, at) => ({ ...each, ...given[at] })) }
}

test.each<[string, Given[], Given[], string[]]>([
  ['nothing', [{ findings: [finding('20px')] }], [{ findings: [finding('20px')] }], []],
  ['a miss that came', [{}], [{ findings: [finding('20px')] }], ['BUNK new finding: width of box is 20px']],
  ['a miss that went', [{ findings: [finding('20px')] }], [{}], ['BUNK gone finding: width of box is 20px']],
  [
    'another value',
    [{ findings: [finding('20px')] }],
    [{ findings: [finding('21px')] }],
    ['BUNK other finding: width of box is 21px'],
  ],
  [
    'the rule a line lower',
    [{ findings: [finding('20px')] }],
    [{ findings: [finding('20px', { rule: { index: 1, line: 9 } })] }],
    [],
  ],
  ['a lint a line lower', [{ lints: [lint(3)] }], [{ lints: [lint(4)] }], []],
  [
    'a component more',
    [{}],
    [{}, { slug: 'lamp', lints: [lint(1)] }],
    ['LAMP new component: the component', 'LAMP new lint: conflict: two rules'],
  ],
  ['a component less', [{}, { slug: 'lamp' }], [{}], ['LAMP gone component: the component']],
  [
    'pictures of one cause more',
    [{ pictures: pictures([group('red', 2)]) }],
    [{ pictures: pictures([group('red', 1)], 3) }],
    ['BUNK other pictures: 1 picture changed: red', 'BUNK new pictures: 3 not approved'],
  ],
])('%s', (_, before, after, expected) => {
  const changes = reportChanges(report(...before), report(...after))
  expect(changes.map(({ name, is, kind, text }) => `${name} ${is} ${kind}: ${text}`)).toEqual(expected)
})
