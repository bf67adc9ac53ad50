import { describe, expect, test } from '@jest/globals'
import { strToU8, zipSync, zlibSync } from 'fflate'
import { BadInput } from '@/core/problem'
import { readSheet, type Sheet } from '@/core/sheet'
import { UPLOAD_LIMITS } from '@/core/sheet'
import { propose, readZip } from './index'

const sheetOf = ({ file, texts }: { file: string; texts: Record<string, string> }): Sheet => {
  const { sheet, problems } = readSheet(texts[file]!, file)
  expect(problems).toEqual([])
  return sheet!
}
const axesOf = (sheet: Sheet) =>
  Object.fromEntries(
    sheet.axes.map(({ name, values, default: defaultValue }) => [name, `${values.join(' ')} (${defaultValue})`]),
  )

test('states that a React component sets itself are props where there are some, and told where there are none', async () => {
  const { proposals } = await propose(
    {
      'lamp.tsx': `export const Lamp = ({ checked = false, tone = 'calm' }: { checked?: boolean | 'mixed'; tone?: 'calm' | 'loud' }) =>
  <div className="lamp"><button className="lamp-knob" data-state={String(checked)}>x</button></div>`,
      'lamp.css': `.lamp { color: red } .lamp-knob[data-state=true] { color: blue } .lamp-knob[data-hovered] { color: pink }
.lamp[data-open] { color: green } .lamp-knob:focus-visible { outline: 1px solid }`,
    },
    [],
  )
  const sheet = sheetOf(proposals[0]!)
  expect(sheet.data.parts).toMatchObject({ knob: '.lamp-knob' })
  expect(axesOf(sheet)).toEqual({
    checked: 'off on mixed (off)',
    tone: 'calm loud (calm)',
    interaction: 'rest hover focus (rest)',
  })
  expect(sheet.data.props.checked).toMatchObject({ type: 'data', default: false })
  expect(sheet.axes.find(({ name }) => name === 'interaction')!.reaches.hover).toMatchObject([
    { pseudo: ['hover'], on: 'knob' },
  ])
  expect(proposals[0]!.unclear.join()).toContain('the styles speak of [data-open], which the component sets itself')
})

test('a custom element without a manifest, with what it imports', async () => {
  const { proposals, ignored } = await propose(
    {
      'lamp/lamp.ts': `import { glow } from './glow'\ncustomElements.define('hut-lamp', class extends HTMLElement { static observedAttributes = ['lit']; draw() { return this.hasAttribute('lit') } })`,
      'lamp/glow.ts': 'export const glow = 1',
    },
    [],
  )
  expect(ignored).toEqual([])
  expect(Object.keys(proposals[0]!.texts).toSorted()).toEqual([
    'components/hut-lamp/glow.ts',
    'components/hut-lamp/hut-lamp.sheet.yaml',
    'components/hut-lamp/lamp.ts',
  ])
  expect(sheetOf(proposals[0]!).data.source).toMatchObject({ kind: 'element', module: 'lamp.ts', tag: 'hut-lamp' })
  expect(axesOf(sheetOf(proposals[0]!))).toEqual({ lit: 'off on (off)' })
})

test('what surrounds an element is no axis of it', async () => {
  const { proposals } = await propose(
    {
      'lamp.js': `import './lamp.css'\ncustomElements.define('hut-lamp', class extends HTMLElement {})`,
      'lamp.css': '[data-theme=night] { color: white } hut-lamp[data-tone=calm] { color: red }',
    },
    [],
  )
  expect(axesOf(sheetOf(proposals[0]!))).toEqual({ tone: 'no calm (no)' })
})

test('a TSX module with what it imports', async () => {
  const { proposals, ignored } = await propose(
    {
      'ui/bell/Bell.tsx': `import css from './bell.module.css'\nimport { Tone } from '../tones'\nenum Weight { Filled = 'filled', Outlined = 'outlined' }
interface BellProps { size?: 'small' | 'large'; weight: Weight; tone?: Tone; busy?: boolean; sharp?: boolean; label?: string; children?: React.ReactNode; onRing?(): void }
/** Rings. */ export function Bell({ size = 'large', weight = Weight.Outlined, sharp = true, label = 'Ring' }: BellProps) { return <b className={css.bell}>{label}</b> }`,
      'ui/bell/bell.module.css': '.bell { color: red }',
      'ui/tones.ts': "export type Tone = 'calm' | 'loud'",
      'ui/bell/Bell.test.tsx': 'export const X = () => null',
      'notes.txt': 'x',
    },
    ['bell'],
  )
  const [proposal] = proposals
  expect(proposals).toHaveLength(1)
  expect(Object.keys(proposal!.texts).toSorted()).toEqual([
    'components/bell-2/bell-2.sheet.yaml',
    'components/bell-2/bell/Bell.tsx',
    'components/bell-2/bell/bell.module.css',
    'components/bell-2/tones.ts',
  ])
  const sheet = sheetOf(proposal!)
  expect(sheet.data).toMatchObject({
    name: 'Bell',
    about: 'Rings.',
    source: { kind: 'react', module: 'bell/Bell.tsx', export: 'Bell' },
  })
  expect(axesOf(sheet)).toEqual({
    size: 'small large (large)',
    weight: 'filled outlined (outlined)',
    tone: 'unset calm loud (unset)',
    busy: 'off on (off)',
    sharp: 'off on (on)',
  })
  expect(sheet.data.props.label).toEqual({ type: 'text', default: 'Ring' })
  expect(Object.keys(sheet.data.slots)).toEqual(['children'])
  expect(proposal!.understood.join('\n')).toContain('prop size: small, large, large when left out, an axis')
  expect(ignored).toEqual(['ui/bell/Bell.test.tsx', 'notes.txt'])
})

test('HTML with the style sheet of a whole framework: only its own block gives axes', async () => {
  const tone = (name: string) => `.ice-${name} { --ice-ink: 1; --ice-ground: 2; --ice-edge: 3 }`
  const css = `.ice { display: inline-block } .ice:hover { color: red } .ice:disabled, .ice.is-off { opacity: .5 }
    ${['pine', 'sky', 'dusk'].map(tone).join('\n')} .ice-lg { padding: 9px } .ice-sm { padding: 2px }
    .ice-group { display: flex } .ice-group > .ice { margin: 0 } .icefall { color: red } .d-flex { display: flex }
    .rope:focus { color: red } .rope-check:checked { color: red } .ice__mark { color: red } :focus-visible { outline: 0 }
    ${Array.from({ length: 200 }, (_, at) => `.u${at} { margin: ${at}px }`).join('\n')}`
  const { proposals } = await propose(
    { 'pasted.html': '<button class="d-flex ice ice-pine"><i class="ice__mark"></i>Climb</button>', 'pasted.css': css },
    [],
  )
  const sheet = sheetOf(proposals[0]!)
  expect(proposals[0]!.slug).toBe('ice')
  expect(axesOf(sheet)).toEqual({
    size: 'regular sm lg (regular)',
    variant: 'plain pine sky dusk (pine)',
    off: 'no yes (no)',
    interaction: 'rest hover disabled (rest)',
  })
  expect(sheet.data.parts).toEqual({ root: '.ice', mark: '.ice__mark' })
  expect(proposals[0]!.unclear).toEqual([])
})

test('HTML with its CSS', async () => {
  const { proposals } = await propose(
    {
      'pasted.html':
        '<div class="fold fold--large is-new"><button class="fold__head" aria-expanded="false">Day one</button><input type="checkbox" class="fold__tick"><script>x()</script></div>',
      'pasted.css': `.fold { } .fold--large { } .fold--small { } .fold--quiet { } .fold.is-open .fold__head { } .fold__head:hover { } .fold__head:focus-visible { }
        .fold__head[aria-expanded="true"] { } .fold__tick:checked { } .fold__tick:indeterminate { } .fold__head:disabled { } .stray { }`,
    },
    [],
  )
  const sheet = sheetOf(proposals[0]!)
  expect(proposals[0]!.slug).toBe('fold')
  expect(sheet.data.parts).toEqual({ root: '.fold', head: '.fold__head', tick: '.fold__tick' })
  expect(axesOf(sheet)).toEqual({
    size: 'regular small large (large)',
    variant: 'plain quiet (plain)',
    value: 'off on mixed (off)',
    open: 'no yes (no)',
    expanded: 'no yes (no)',
    interaction: 'rest hover focus disabled (rest)',
  })
  expect(sheet.axes.find(({ name }) => name === 'interaction')!.reaches.hover).toEqual([
    { pseudo: ['hover'], on: 'head' },
  ])
  expect(sheet.axes.find(({ name }) => name === 'value')!.reaches.mixed).toEqual([
    { property: { indeterminate: true }, on: 'tick' },
  ])
  expect(sheet.data.props.label).toMatchObject({ default: 'Day one' })
  expect(proposals[0]!.texts['components/fold/fold.liquid']).toBe(
    '<div class="fold is-new"><button class="fold__head" aria-expanded="false">{{ props.label | escape }}</button><input type="checkbox" class="fold__tick"></div>\n',
  )
  expect(proposals[0]!.unclear.join()).toMatch(/script.*Styled, but not in the HTML: \.stray/)
})

test('a custom elements manifest, with and without the module', async () => {
  const manifest = JSON.stringify({
    modules: [
      {
        path: 'flag.js',
        declarations: [
          {
            kind: 'class',
            name: 'Flag',
            tagName: 'rope-flag',
            members: [{ kind: 'field', name: 'mast', type: { text: "'low'|'high'" } }],
            slots: [{ name: '' }],
            cssParts: [{ name: 'cloth' }],
          },
        ],
      },
    ],
  })
  const { proposals } = await propose({ 'pkg/custom-elements.json': manifest, 'pkg/flag.js': 'export {}' }, [])
  const sheet = sheetOf(proposals[0]!)
  expect(sheet.data).toMatchObject({
    source: { kind: 'element', module: 'flag.js', tag: 'rope-flag' },
    parts: { root: 'rope-flag', cloth: 'rope-flag::part(cloth)' },
    slots: { default: { text: true } },
  })
  expect(proposals[0]!.unclear).toEqual([])
  const without = await propose({ 'custom-elements.json': manifest }, [])
  expect(without.proposals[0]!.unclear.join()).toContain('flag.js is not among the files')
})

describe('zips', () => {
  const zip = (files: Record<string, string | Uint8Array>) =>
    zipSync(
      Object.fromEntries(
        Object.entries(files).map(([path, text]) => [path, typeof text === 'string' ? strToU8(text) : text]),
      ),
    )
  const refused = (files: Parameters<typeof zip>[0]) => {
    try {
      readZip(zip(files), 'up.zip')
    } catch (error) {
      if (error instanceof BadInput) return error.message
    }
    return 'taken'
  }
  test('come in as they are, without a folder around everything', () => {
    const tree = readZip(
      zip({ 'hut/library.yaml': 'a', 'hut/x/y.css': 'b', 'hut/node_modules/z.js': 'c', 'hut/.git/HEAD': '' }),
      'up.zip',
    )
    expect(tree.paths).toEqual(['library.yaml', 'x/y.css'])
  })
  test.each([
    ['a way out', { '../evil.css': '' }, /"..\/evil.css" leaves the folder/],
    ['a way out from inside', { 'a/../../evil.css': '' }, /leaves the folder/],
    ['an absolute path', { '/etc/passwd': '' }, /leaves the folder/],
    ['a drive', { 'C:/x': '' }, /leaves the folder/],
    ['too deep', { [Array(14).fill('d').join('/')]: '' }, /lies deeper than 12 folders/],
    ['a large file', { 'a.css': new Uint8Array(UPLOAD_LIMITS.fileBytes + 1) }, /has 4000001 bytes, more than/],
    [
      'too many',
      Object.fromEntries(Array.from({ length: UPLOAD_LIMITS.files + 1 }, (_, at) => [`${at}.css`, ''])),
      /holds 5001 files/,
    ],
    [
      'too much in all',
      Object.fromEntries(Array.from({ length: 17 }, (_, at) => [`${at}.css`, new Uint8Array(3_900_000)])),
      /unpacks to 66300000 bytes/,
    ],
  ])('%s is refused, by name', (_, files, message) => expect(refused(files)).toMatch(message))
  test('what is no zip says so', () =>
    expect(() => readZip(zlibSync(strToU8('x')), 'up.zip')).toThrow(/not readable as a zip/))
})
