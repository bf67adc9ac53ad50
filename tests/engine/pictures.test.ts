import { beforeAll, expect, test } from '@jest/globals'
import { picturePath } from '@/core/picture'
import { approveAll, takePictures, type Files, type Pictured } from '../support/pictures'
import { engineBrowser } from '../support/browsers'
import { rows, thorough } from '../support/extent'

const FILES: Files = {
  'library.yaml': `library: 1
name: Huts
tokens: [base.tokens.json]
styles: [shared.css]
contexts: { theme: [day, night] }
`,
  'base.tokens.json': `{
  "ring": { "$type": "color", "$value": "#c04020" },
  "tone": { "$type": "color", "$value": "{ring}" },
  "deep": { "$type": "dimension", "$value": { "value": 6, "unit": "px" } }
}`,
  'shared.css':
    'body { margin: 0; background: #f4f4f0; font: 14px sans-serif } [data-theme="night"] { background: #202428; color: #eee }',
  'components/lamp/lamp.sheet.yaml': `sheet: 1
name: Lamp
source: { kind: markup, markup: lamp.liquid, styles: [lamp.css] }
pictures: all
contexts: { theme: all }
parts: { root: .lamp, flame: { select: .lamp, pseudo: "::after" } }
props: { label: { type: text, default: Porch } }
axes:
  glow: [none, ring, far, wide]
  interaction: { of: state, values: { rest: {}, hover: { pseudo: hover } } }
spec: [{ expect: { root: { target.height: "> 0px" } } }]
`,
  'components/lamp/lamp.liquid': '<button class="lamp lamp--{{ props.glow }}">{{ props.label }}</button>',
  'components/lamp/lamp.css': `.lamp { all: unset; position: relative; margin-left: 3px; padding: var(--deep) 10px; background: linear-gradient(30deg, #345, #9bd); border-radius: 5px; color: #fff }
.lamp:hover { color: #ffd }
.lamp--ring { outline: 3px solid var(--tone); outline-offset: 4px }
.lamp--far::after { content: ""; position: absolute; left: 4px; top: 70px; width: 9px; height: 9px; background: #a3f }
.lamp--wide { box-shadow: 0 12px 30px 8px #0008 }
`,
  'components/lid/lid.sheet.yaml': `sheet: 1
name: Lid
source: { kind: markup, markup: lid.liquid, styles: [lid.css] }
pictures: { open: on }
parts: { root: .lid, box: .lid__box }
axes: { open: flag }
spec: [{ expect: { box: { position: fixed } } }]
`,
  'components/lid/lid.liquid':
    '<div class="lid"><div class="lid__box">{% if props.open %}Open{% else %}Shut{% endif %}</div></div>',
  'components/lid/lid.css':
    '.lid__box { position: fixed; right: 12px; bottom: 20px; padding: 8px; border: 2px solid #246; background: #fff; color: #246 }',
  'components/bell/bell.sheet.yaml': `sheet: 1
name: Bell
source: { kind: markup, markup: bell.liquid, styles: [bell.css], script: bell.js }
pictures: all
parts: { root: .bell }
axes: { interaction: { of: state, values: { rest: {}, rung: { steps: [{ click: root }] } } } }
spec: [{ when: { interaction: rung }, expect: { root: { text: Rung } } }]
`,
  'components/bell/bell.liquid': '<button class="bell">Ring</button>',
  'components/bell/bell.js':
    'export default (root) => { root.addEventListener("click", () => { root.textContent = "Rung" }) }',
  'components/bell/bell.css': '.bell { font: inherit; border: 1px solid; background: #dde }',
}
const edited = (path: string, from: string, to: string, files: Files = FILES): Files => {
  const text = files[path] as string
  if (!text.includes(from)) throw new Error(`${path} does not hold ${from}`)
  return { ...files, [path]: text.replaceAll(from, to) }
}
const keysOf = ({ results }: Pictured, isIn: (key: string) => boolean = () => true) => [...results.keys()].filter(isIn)
const verdicts = ({ results }: Pictured) => [...new Set([...results.values()].map(({ verdict }) => verdict))].sort()
const nameOf = (found: Pictured, key: string) => found.results.get(key)!.picture

let first: Pictured
let approved: Files
beforeAll(async () => {
  first = await takePictures(await engineBrowser(), FILES)
  approved = await approveAll(FILES, first)
})

const LAMP = (glow: string, more = '') => `lamp glow=${glow},interaction=rest${more}`

test('of every case that the sheet names there is a picture, with all that is painted outside of its box', () => {
  expect(verdicts(first)).toEqual(['new'])
  expect(keysOf(first)).toHaveLength(16 + 1 + 2)
  const size = (key: string) => first.results.get(key)!
  const [none, ring, far, wide] = ['none', 'ring', 'far', 'wide'].map((glow) => size(LAMP(glow)))
  expect(ring!.width).toBeGreaterThanOrEqual(none!.width + 14 - 8)
  expect(far!.height).toBeGreaterThanOrEqual(70 + 9)
  expect(wide!.width).toBeGreaterThanOrEqual(none!.width + 60)
  // One colour of day and night each.
  expect(nameOf(first, LAMP('none'))).not.toBe(nameOf(first, LAMP('none', '@theme=night')))
  // Of a window of its own only what is painted in it.
  const lid = size('lid open=on')
  expect([lid.width < 120, lid.height < 80, lid.at.x > 800, lid.at.y > 600]).toEqual([true, true, true, true])
})

test('taken again, all pictures are equal to the byte', async () => {
  const again = await takePictures(await engineBrowser(), approved)
  expect(verdicts(again)).toEqual(['same'])
  for (const key of keysOf(first)) expect([key, nameOf(again, key)]).toEqual([key, nameOf(first, key)])
  expect(again.report.components.map(({ pictures }) => pictures)).toEqual(
    expect.arrayContaining([{ compared: 16, same: 16, changed: 0, new: 0 }]),
  )
})

test('where a case stands, and what stands beside it, makes no difference', async () => {
  const more = edited(
    'components/lamp/lamp.sheet.yaml',
    '[none, ring, far, wide]',
    '[none, huge, ring, tall, far, wide]',
    approved,
  )
  const files = {
    ...more,
    'components/lamp/lamp.css': `${more['components/lamp/lamp.css'] as string}
.lamp--huge { box-shadow: 0 0 90px 60px #f00 } .lamp--tall { padding: 200px 30px }`,
  }
  const found = await takePictures(await engineBrowser(), files)
  for (const key of keysOf(first)) expect([key, nameOf(found, key)]).toEqual([key, nameOf(first, key)])
  const one = await takePictures(await engineBrowser(), approved, { components: ['lamp'], where: { glow: ['far'] } })
  for (const key of keysOf(one)) expect([key, nameOf(one, key)]).toEqual([key, nameOf(first, key)])
})

type Change = [
  what: string,
  files: Files | (() => Files),
  comesTo: { changed: string[]; verdict: string; cause?: string; line?: number; fresh?: string[] },
]

const CHANGES: readonly Change[] = [
  [
    'a token, through another',
    () => edited('base.tokens.json', '#c04020', '#2040c0', approved),
    { changed: ['lamp ring'], verdict: 'changed', cause: 'ring: #c04020 → #2040c0', line: 2 },
  ],
  [
    'a declaration of one state',
    () => edited('components/lamp/lamp.css', 'color: #ffd', 'color: #8f8', approved),
    { changed: ['lamp hover'], verdict: 'changed', cause: 'color: #ffd → #8f8', line: 2 },
  ],
  [
    'a pixel to the side',
    () => edited('components/lamp/lamp.css', 'margin-left: 3px', 'margin-left: 5px', approved),
    { changed: ['lamp'], verdict: 'moved', cause: 'margin-left: 3px → 5px', line: 1 },
  ],
  [
    'a token for room',
    () => edited('base.tokens.json', '"value": 6', '"value": 8', approved),
    {
      changed: ['lamp'],
      verdict: 'resized',
      cause: 'deep: {"value":6,"unit":"px"} → {"value":8,"unit":"px"}',
      line: 4,
    },
  ],
  [
    'a box in a window of its own',
    () => edited('components/lid/lid.css', 'bottom: 20px', 'bottom: 21px', approved),
    { changed: ['lid'], verdict: 'moved', cause: 'bottom: 20px → 21px', line: 1 },
  ],
  [
    'what input brings about',
    () => edited('components/bell/bell.js', 'Rung', 'Rang', approved),
    { changed: ['bell rung'], verdict: 'changed' },
  ],
  [
    'a text',
    () => edited('components/lamp/lamp.sheet.yaml', 'default: Porch', 'default: Perch', approved),
    { changed: ['lamp'], verdict: 'changed', cause: 'text of root: Porch → Perch' },
  ],
  [
    'something that nobody reads',
    () =>
      edited(
        'components/lamp/lamp.liquid',
        '</button>',
        '<i style="position:absolute;left:2px;top:2px;width:3px;height:3px;background:#fff"></i></button>',
        approved,
      ),
    { changed: ['lamp'], verdict: 'changed' },
  ],
  [
    'a comment in the styles',
    () => edited('components/lamp/lamp.css', '.lamp:hover', '/* warm */ .lamp:hover', approved),
    { changed: [], verdict: '' },
  ],
]

// Each verdict, and each kind of cause, is there once.
test.each(rows(CHANGES, 'a pixel to the side', 'what input brings about', 'something that nobody reads'))(
  '%s',
  async (what, files, { changed, verdict, cause, line }) => {
    // That a change of one component leaves the others alone is seen once, on the token that all may use.
    const of = what.startsWith('a token,') ? {} : { components: [changed[0]?.split(' ')[0] ?? 'lamp'] }
    const found = await takePictures(await engineBrowser(), typeof files === 'function' ? files() : files, of)
    const isTouched = (key: string) => changed.some((words) => words.split(' ').every((word) => key.includes(word)))
    for (const [key, result] of found.results) expect([key, result.verdict === 'same']).toEqual([key, !isTouched(key)])
    const open = [...found.results.values()].filter((each) => each.verdict !== 'same')
    if (verdict) expect(open.map((each) => each.verdict)).toContain(verdict)
    // The pictures that were not changed by this are grouped with none.
    const groups = found.report.components.flatMap(({ pictures }) => pictures.groups ?? [])
    expect(groups).toHaveLength(changed.length > 0 ? 1 : 0)
    if (changed.length === 0) return
    expect(groups[0]!.pictures).toHaveLength(open.length)
    expect(groups[0]!.causes.map(({ text }) => text)).toEqual(cause ? [cause] : [])
    if (line !== undefined) expect(groups[0]!.causes[0]!.after!.line).toBe(line)
  },
)

// What is true of one picture is true of each.
const LID = { components: ['lid'] }

test('what was approved elsewhere is told apart, and never held against this', async () => {
  const elsewhere = edited('shared.css', '14px sans-serif', '15px serif', approved)
  const found = await takePictures(await engineBrowser(), elsewhere, { ...LID, rig: 'there' })
  expect(verdicts(found)).toEqual(['other rig'])
  expect(found.report.components.flatMap(({ pictures }) => pictures.groups ?? [])).toEqual([])
  const both = await approveAll(elsewhere, found, 'there')
  expect(verdicts(await takePictures(await engineBrowser(), both, { ...LID, rig: 'there' }))).toEqual(['same'])
  // The first rig has kept its own.
  const text = { 'shared.css': FILES['shared.css']! }
  expect(verdicts(await takePictures(await engineBrowser(), { ...both, ...text }, LID))).toEqual(['same'])
})

thorough('at two pixels of the device to one, pictures are twice as large', async () => {
  const scaled = {
    ...FILES,
    'library.yaml': `${FILES['library.yaml'] as string}viewport: { width: 700, height: 500, scale: 2 }\n`,
  }
  const one = { components: ['lamp'], where: { glow: ['none'] } }
  const found = await takePictures(await engineBrowser(), scaled, one)
  const [once, twice] = [first, found].map(({ results }) => results.get(LAMP('none'))!)
  expect([twice!.width, twice!.height]).toEqual([once!.width * 2, once!.height * 2])
  expect(verdicts(await takePictures(await engineBrowser(), await approveAll(scaled, found), one))).toEqual(['same'])
})

test('at a scale that is no whole number, where a case stands makes no difference either', async () => {
  const scaled = {
    ...FILES,
    'library.yaml': `${FILES['library.yaml'] as string}viewport: { width: 700, height: 500, scale: 1.25 }\n`,
  }
  const of = { components: ['lamp'] }
  const all = await takePictures(await engineBrowser(), scaled, of)
  const one = await takePictures(await engineBrowser(), scaled, { ...of, where: { interaction: ['hover'] } })
  expect(keysOf(one)).toHaveLength(8)
  for (const key of keysOf(one)) expect([key, nameOf(one, key)]).toEqual([key, nameOf(all, key)])
})

test('a case that is gone is told, and its picture goes with the next approval', async () => {
  const fewer = edited('components/lamp/lamp.sheet.yaml', '[none, ring, far, wide]', '[none, ring, far]', approved)
  const found = await takePictures(await engineBrowser(), fewer, { components: ['lamp'] })
  expect(found.components.get('lamp')!.gone).toHaveLength(4)
  const files = await approveAll(fewer, found)
  expect(files[picturePath(nameOf(first, LAMP('wide')))]).toBeUndefined()
  expect(files[picturePath(nameOf(first, LAMP('far')))]).toBeDefined()
  expect(
    (await takePictures(await engineBrowser(), files, { components: ['lamp'] })).components.get('lamp')!.gone,
  ).toEqual([])
})

test('an index that is none keeps everything from being run', async () => {
  const broken = { ...approved, 'references/lamp.yaml': '<<<<<<< ours\nreferences: 1\n' }
  await expect(takePictures(await engineBrowser(), broken)).rejects.toMatchObject({
    problems: [{ file: 'references/lamp.yaml' }],
  })
})
