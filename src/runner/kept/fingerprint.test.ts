import { beforeAll, describe, expect, jest, test } from '@jest/globals'
import { overlay, treeOf, type FileTree } from '@/core/sheet'
import { prepareLibrary } from '../prepare'
import { scenarioJobs } from '../scenario'
import type { RunEnvironment } from './environment'
import { casesFingerprint, scenarioFingerprint } from './fingerprint'

const ENVIRONMENT: RunEnvironment = { program: 'p1', browser: '156.0.1.1', machine: 'linux x64 fonts', rig: 'r' }

// A lamp, a shelf that holds lamps, and a bell with code; tokens in two themes, of which the lamp uses one, the bell another.
const FILES: Record<string, string> = {
  'library.yaml': `library: 1
name: Huts
tokens: [base.tokens.json]
styles: [shared.css]
contexts: { theme: [day, night] }
`,
  'base.tokens.json': JSON.stringify({
    lamp: { $type: 'color', $value: '#ff0000' },
    bell: { $type: 'color', $value: '{deep}' },
    deep: { $type: 'color', $value: '#00ff00' },
    alone: { $type: 'color', $value: '#0000ff' },
  }),
  'shared.css': 'p { margin: 0 }',
  'unused.css': 'p { margin: 1px }',
  'components/lamp/lamp.sheet.yaml': `sheet: 1
name: Lamp
about: It burns.
source: { kind: markup, markup: lamp.liquid, styles: [lamp.css] }
parts: { root: .lamp }
props: { size: { type: choice, values: [s, l], default: s } }
axes: { size: [s, l] }
spec:
  - expect: { root: { color: "{lamp}" } }
  - { when: { size: l }, expect: { root: { width: 20px } } }
scenarios:
  - name: It stays
    steps: [{ wait: 10ms }, { expect: { root: { visible: yes } } }]
  - name: It shines
    steps: [{ hover: root }, { expect: { root: { visible: yes } } }]
examples: [{ name: Large, axes: { size: l } }]
`,
  'components/lamp/lamp.liquid': '<p class="lamp lamp--{{ props.size }}">x</p>',
  'components/lamp/lamp.css':
    '@font-face { font-family: Hut; src: url(hut.woff2) }\n.lamp { color: var(--lamp); width: 10px }\n',
  'components/lamp/hut.woff2': 'font one',
  'components/lamp/lamp.md': '# Lamp\n',
  'components/shelf/shelf.sheet.yaml': `sheet: 1
name: Shelf
source: { kind: markup, markup: shelf.liquid, styles: [shelf.scss] }
parts: { root: .shelf }
slots: { inside: { accepts: [lamp], default: lamp } }
spec: [{ expect: { root: { display: block } } }]
`,
  'components/shelf/shelf.liquid': '<div class="shelf">{{ slots.inside }}</div>',
  'components/shelf/shelf.scss': "@use 'tone';\n.shelf { display: tone.$display }\n",
  'components/shelf/_tone.scss': '$display: block;\n',
  'components/bell/bell.sheet.yaml': `sheet: 1
name: Bell
source: { kind: markup, markup: bell.liquid, script: bell.js, styles: [bell.css] }
parts: { root: .bell }
axes: { interaction: { of: state, values: { rest: {}, hover: { pseudo: hover } } } }
spec: [{ expect: { root: { color: "rgb(0, 255, 0)" } } }]
scenarios:
  - name: It rings
    steps: [{ click: root }, { expect: { root: { visible: yes } } }]
`,
  'components/bell/bell.liquid': '<b class="bell">x</b>',
  'components/bell/bell.css': '.bell { color: var(--bell) }',
  'components/bell/bell.js':
    "import { half } from './half'\nexport default (root) => { root.title = String(half(4)) }\n",
  'components/bell/half.js': 'export const half = (n) => n / 2\n',
}
const SHEET = (slug: string) => `components/${slug}/${slug}.sheet.yaml`

interface Given {
  tree?: FileTree
  environment?: RunEnvironment
  repeat?: number
  clock?: 'engine' | 'page'
}

/** The fingerprints of all that a run of the library finds out. */
async function fingerprints({ tree = treeOf(FILES), environment = ENVIRONMENT, ...how }: Given) {
  const prepared = await prepareLibrary(tree)
  const { library, tokens, components } = prepared
  const found = new Map<string, string | undefined>()
  for (const component of components) {
    const { sheet, compiled } = component
    found.set(sheet.slug, casesFingerprint(environment, prepared, component, { clock: how.clock ?? 'engine' }))
    for (const { plan } of scenarioJobs({ sheet, library, tokens, ...compiled!, viewport: library.data.viewport }))
      found.set(
        plan.scenario.name,
        scenarioFingerprint(environment, prepared, { sheet, compiled: compiled! }, plan, { clock: 'engine', ...how }),
      )
  }
  return found
}

type Prints = ReadonlyMap<string, string | undefined>

const differing = (before: Prints, after: Prints) =>
  [...before].flatMap(([name, print]) => (after.get(name) === print ? [] : [name])).toSorted()

/** Texts in which something is replaced, which must be there. */
const edit = (path: string, from: string | RegExp, to: string): Record<string, string> => {
  const after = FILES[path]!.replace(from, to)
  if (after === FILES[path]) throw new Error(`${path} has no ${String(from)}`)
  return { [path]: after }
}
const tokens = (name: string, value: string) => ({
  'base.tokens.json': JSON.stringify({
    ...(JSON.parse(FILES['base.tokens.json']!) as object),
    [name]: { $type: 'color', $value: value },
  }),
})

const LAMP = ['lamp', 'It stays', 'It shines']
const BELL = ['bell', 'It rings']
const EVERYTHING = [...LAMP, 'shelf', ...BELL]

describe('what a change can touch, and nothing else, is found out anew', () => {
  let before: Map<string, string | undefined>
  beforeAll(async () => {
    before = await fingerprints({})
  })

  test.each<[change: string, texts: Record<string, string | null>, touched: readonly string[]]>([
    ['nothing', {}, []],
    ['a declaration', edit('components/lamp/lamp.css', '10px', '11px'), [...LAMP, 'shelf']],
    [
      'a comment in styles, which moves lines',
      edit('components/lamp/lamp.css', '.lamp', '/* x */\n.lamp'),
      [...LAMP, 'shelf'],
    ],
    ['a file that styles take in', edit('components/shelf/_tone.scss', 'block', 'grid'), ['shelf']],
    ['a comment in such a file, which moves its lines', edit('components/shelf/_tone.scss', '$', '// x\n$'), ['shelf']],
    [
      'a line more in SCSS, which moves what evidence names',
      edit('components/shelf/shelf.scss', '.shelf', '\n.shelf'),
      ['shelf'],
    ],
    ['a shared style', edit('shared.css', '0', '2px'), EVERYTHING],
    ['a style that nothing names', edit('unused.css', '1px', '2px'), []],
    ['a font', edit('components/lamp/hut.woff2', 'one', 'two'), [...LAMP, 'shelf']],
    ['a template', edit('components/bell/bell.liquid', 'x', 'y'), BELL],
    ['white space in a template', edit('components/bell/bell.liquid', '>x', '> x'), BELL],
    ['the template of one that stands in another', edit('components/lamp/lamp.liquid', 'x<', 'y<'), [...LAMP, 'shelf']],
    ['code', edit('components/bell/bell.js', '4', '6'), BELL],
    ['code that is imported', edit('components/bell/half.js', '/ 2', '* 2'), BELL],
    ['a token that one names', tokens('lamp', '#aa0000'), [...LAMP, 'shelf']],
    ['a token that another of its tokens leads to', tokens('deep', '#00aa00'), BELL],
    ['a token that nobody names', tokens('alone', '#0000aa'), []],
    ['a token more', tokens('more', '#0000aa'), []],
    ['a rule', edit(SHEET('lamp'), '20px', '21px'), ['lamp']],
    ['a rule more', edit(SHEET('bell'), 'spec: [', 'spec: [{ expect: { root: { width: 1px } } }, '), ['bell']],
    ['a comment above the rules', edit(SHEET('lamp'), 'spec:', '# why\nspec:'), LAMP],
    ['its description', edit(SHEET('lamp'), 'It burns.', 'It glows.'), []],
    ['its examples', edit(SHEET('lamp'), 'name: Large', 'name: Big'), []],
    ['a line more in its examples', edit(SHEET('lamp'), 'examples: [', 'examples:\n  ['), []],
    ['its guide', { [SHEET('lamp')]: `${FILES[SHEET('lamp')]}guide: lamp.md\n` }, []],
    ['its status', edit(SHEET('bell'), 'name: Bell\n', 'name: Bell\nstatus: draft\n'), BELL],
    ['the default of a prop', edit(SHEET('lamp'), 'default: s', 'default: l'), [...LAMP, 'shelf']],
    ['a value more of an axis', edit(SHEET('lamp'), /\[s, l\]/g, '[s, l, m]'), [...LAMP, 'shelf']],
    ['a part', edit(SHEET('bell'), 'root: .bell', 'root: b'), BELL],
    ['how a state is reached', edit(SHEET('bell'), 'pseudo: hover', 'pseudo: active'), BELL],
    ['what fills a slot', edit(SHEET('shelf'), /lamp/g, 'bell'), ['shelf']],
    ['a step of a scenario', edit(SHEET('lamp'), '10ms', '20ms'), ['It stays']],
    [
      'a scenario more, below',
      {
        [SHEET('bell')]: `${FILES[SHEET('bell')]}  - { name: It rings, steps: [{ wait: 1ms }] }\n`.replace(
          'name: It rings, steps',
          'name: More, steps',
        ),
      },
      [],
    ],
    [
      'a line more in a scenario, which moves those below',
      edit(SHEET('lamp'), '    steps: [{ wait', '\n    steps: [{ wait'),
      ['It stays', 'It shines'],
    ],
    ['the viewport', edit('library.yaml', 'name: Huts', 'name: Huts\nviewport: { width: 500 }'), EVERYTHING],
    ['a tolerance', edit('library.yaml', 'name: Huts', 'name: Huts\ntolerance: { length: 2px }'), EVERYTHING],
    ['the name of the library', edit('library.yaml', 'name: Huts', 'name: Hut'), []],
    ['a context more', edit('library.yaml', 'day, night', 'day, night, dusk'), EVERYTHING],
    [
      'that cases multiply by a context',
      edit(SHEET('bell'), 'name: Bell\n', 'name: Bell\ncontexts: { theme: all }\n'),
      BELL,
    ],
    ['how it stands on the stage', edit(SHEET('bell'), 'name: Bell\n', 'name: Bell\nstage: { padding: 3 }\n'), BELL],
    ['which cases are taken', edit(SHEET('lamp'), 'axes:', 'cover: each\naxes:'), LAMP],
    ['a picture that nothing names', { 'components/bell/x.png': 'x' }, []],
    [
      'another component',
      {
        'components/new/new.sheet.yaml': 'sheet: 1\nname: New\nsource: { kind: markup, markup: n.liquid }\n',
        'components/new/n.liquid': '<i>x</i>',
      },
      [],
    ],
  ])('%s', async (_, texts, touched) => {
    const after = await fingerprints({ tree: overlay(treeOf(FILES), texts) })
    expect(differing(before, after)).toEqual(touched.toSorted())
  })

  test.each<[change: string, given: Given, touched: readonly string[]]>([
    ['another browser', { environment: { ...ENVIRONMENT, browser: '157.0.0.0' } }, EVERYTHING],
    ['other programs of ours', { environment: { ...ENVIRONMENT, program: 'p2' } }, EVERYTHING],
    ['another machine, or other fonts', { environment: { ...ENVIRONMENT, machine: 'linux x64 more' } }, EVERYTHING],
    ['another clock', { clock: 'page' }, EVERYTHING],
    ['more performances', { repeat: 3 }, ['It stays', 'It shines', 'It rings']],
  ])('%s', async (_, given, touched) => {
    const after = await fingerprints(given)
    expect(differing(before, after)).toEqual(touched.toSorted())
  })

  test('code that puts the name of a token together sees all tokens', async () => {
    const names = edit(
      'components/bell/bell.js',
      'String',
      "getComputedStyle(root).getPropertyValue('--' + 'alone') + String",
    )
    const tree = overlay(treeOf(FILES), names)
    const [one, two] = [
      await fingerprints({ tree }),
      await fingerprints({ tree: overlay(tree, tokens('alone', '#0000aa')) }),
    ]
    expect(differing(one, two)).toEqual(BELL.toSorted())
  })

  test('code that asks for the time of day is known for that hour only', async () => {
    const tree = overlay(treeOf(FILES), edit('components/bell/bell.js', '4', 'new Date().getHours()'))
    const now = jest.spyOn(Date.prototype, 'toISOString').mockReturnValue('2026-11-28T10:59:59.000Z')
    const one = await fingerprints({ tree })
    expect(differing(one, await fingerprints({ tree }))).toEqual([])
    now.mockReturnValue('2026-11-28T11:00:00.000Z')
    expect(differing(one, await fingerprints({ tree }))).toEqual(BELL.toSorted())
    now.mockRestore()
  })
})
