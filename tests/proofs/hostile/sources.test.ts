import { afterAll, afterEach, expect, test } from '@jest/globals'
import { BadInput, describeProblem } from '@/core/problem'
import { overlay, type FileTree } from '@/core/sheet'
import { openLibrary, prepareLibrary } from '@/runner'
import { Workshop } from '@/server'
import { openFolder, workHere } from '@/source'
import { treeOf } from '../../support/library'
import { thorough } from '../../support/extent'
import { repositories } from '../../support/repository'

// What cannot be read in time, or brings down what reads it: the process that it is read in is ended, and nothing else.

const LIMITS = { time: 3000, memory: 400 }
const workshop = new Workshop(LIMITS)
// For what is not about time: on a busy machine 3 s is short for all of Firnline.
const patient = new Workshop({ time: 60_000, memory: 2000 })
const repository = repositories({ afterEach })
afterAll(() => {
  workshop.close()
  patient.close()
})

const LIBRARY = 'library: 1\nname: Peaks\n'
const SHEET = (source: string) => `sheet: 1\nname: Peak\nsource: ${source}\n`
const INNOCENT = treeOf({
  'library.yaml': LIBRARY,
  'components/peak/peak.sheet.yaml': SHEET('{ kind: markup, markup: peak.liquid, styles: [peak.css] }'),
  'components/peak/peak.liquid': '<p class="peak">x</p>',
  'components/peak/peak.css': '.peak { color: red }',
})
const put = (file: string, text: string) => overlay(INNOCENT, { [`components/peak/${file}`]: text })
const react = (text: string) =>
  treeOf({
    'library.yaml': LIBRARY,
    'components/peak/peak.sheet.yaml': SHEET('{ kind: react, module: peak.tsx, export: Peak }'),
    'components/peak/peak.tsx': text,
  })

const problemsOf = async (work: Promise<unknown>): Promise<string> => {
  try {
    await work
    return 'fine'
  } catch (error) {
    if (!(error instanceof BadInput)) throw error
    return error.problems.map(describeProblem).join('\n')
  }
}

const rules = (count: number) =>
  Array.from({ length: count }, (_, at) => `.a${at}:not(.b, .c):hover > :is(.x, .y) { --a: var(--b${at}) }`).join('\n')

test.each<[what: string, at: Workshop, tree: FileTree, told: RegExp]>([
  [
    'code that brings the bundler down',
    // How it goes down is not about time, and may take some on a busy machine.
    patient,
    react('['.repeat(3e6)),
    /^components\/peak\/peak\.tsx:1:1: the bundler breaks/,
  ],
  [
    'styles that take longer than they may',
    workshop,
    // Three times as many as a fast machine reads in that time.
    put('peak.css', rules(120_000)),
    /^components\/peak\/peak\.css:1:1: reading it (did not end within 3 s|ended: it may need more than 400 MB)/,
  ],
  [
    'a template that nests without end',
    workshop,
    put('peak.liquid', '{% if a %}'.repeat(200_000)),
    /peak\.liquid:1:\d+: not/,
  ],
])(
  '%s: it is told by its file, and what is read after it is read',
  async (_, at, tree, told) => {
    let turns = 0
    const turning = setInterval(() => turns++, 20)
    const found = await problemsOf(prepareLibrary(tree, {}, at))
    clearInterval(turning)
    expect(found).toMatch(told)
    expect(turns).toBeGreaterThan(3)
    expect(await problemsOf(prepareLibrary(INNOCENT, {}, at))).toBe('fine')
  },
  60_000,
)

thorough('types that never end cost the proposal only, and name their module', async () => {
  const folder = repository({
    'package.json': '{}',
    'src/peak.tsx': `type F<A, D extends unknown[]> = D['length'] extends 18 ? A : F<[A, 0], [...D, 0]> | F<[A, 1], [...D, 0]>
export function Peak(props: { ${Array.from({ length: 400 }, (_, at) => `p${at}: F<${at}, []>`).join('; ')} }) { return <p/> }`,
  })
  const asked = workshop.do('proposeRepository', { folder }, { at: folder })
  // The other process goes on meanwhile.
  expect(await problemsOf(prepareLibrary(INNOCENT, {}, workshop))).toBe('fine')
  expect(await problemsOf(asked)).toMatch(/^src\/peak\.tsx:1:1: reading it (did not end within 3 s|ended)/)
})

thorough('the bundler that goes down is started again, and only what brings it down fails', async () => {
  const fine = react('export const Peak = () => <b>x</b>')
  const all = [react('['.repeat(3e6)), fine, react('{'.repeat(3e6)), fine]
  const told = await Promise.all(all.map((tree) => problemsOf(prepareLibrary(tree, {}, workHere))))
  expect(told).toEqual([expect.stringMatching(/the bundler/), 'fine', expect.stringMatching(/the bundler/), 'fine'])
})

thorough('what is read apart is what is read here, with other texts too', async () => {
  const demo = openFolder('demo/firnline')
  const { library } = openLibrary(demo)
  const [first] = library.sheets
  const changed = {
    [first!.file]: first!.source.text.replace(/name: .*/, 'name: Other'),
    'library.yaml': library.source.text.replace(/name: .*/, 'name: Others'),
  }
  const { [first!.file]: text } = changed
  for (const tree of [demo, overlay(demo, { [first!.file]: text! }), overlay(demo, changed)]) {
    const [apart, here] = await Promise.all([patient, workHere].map((work) => prepareLibrary(tree, {}, work)))
    const plain = ({ components }: typeof apart & object) =>
      components.map(({ lints, compiled }) => [lints, compiled?.component, [...compiled!.places.keys()]])
    expect(plain(apart!)).toEqual(plain(here!))
  }
})
