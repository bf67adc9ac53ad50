import { describe, expect, test } from '@jest/globals'
import { readLibrary, treeOf } from '../sheet'
import { benchSheetOf, benchSlugs, openBench, printAddress, printCode, readAddress, withEntry, withoutAll } from '.'
import type { Control, Panel, Setting } from '.'
import { othersOf } from '../plan'

const { library } = readLibrary(
  treeOf({
    'library.yaml': 'library: 1\nname: Huts\n',
    'components/card/card.sheet.yaml': `sheet: 1
name: Card
source: { kind: react, module: card.tsx, export: Card }
parts: { root: .card }
props:
  title: { type: text, default: Hut }
  wide: { type: flag, default: false }
  edge: { type: choice, values: [1, 2], default: 1, only-if: { wide: true } }
  list: { type: data, default: [a] }
slots:
  action: { accepts: [button], default: { component: button, props: { label: Call }, slots: { lead: sign } } }
  foot: { accepts: any, text: true, default: none }
axes:
  wide: flag
  mood: { of: state, values: { calm: {}, busy: { props: { wide: true, title: Busy } }, near: { pseudo: [hover] } } }
`,
    'components/button/button.sheet.yaml': `sheet: 1
name: Button
source: { kind: react, module: button.tsx }
parts: { root: button }
props: { label: { type: text, default: Go }, size: { type: number, default: 2, min: 1, max: 4 }, tint: { type: colour } }
slots: { lead: { accepts: [sign], default: none } }
axes: { interaction: { of: state, values: { rest: {}, hover: { pseudo: [hover] } } } }
`,
    'components/sign/sign.sheet.yaml': `sheet: 1
name: Sign
source: { kind: element, module: sign.js, tag: hut-sign }
props: { shape: { type: choice, values: [hut, bell], default: hut }, loud: { type: flag } }
`,
    'components/far/far.sheet.yaml': `sheet: 1
name: Far
source: { kind: markup, markup: far.liquid }
`,
  }),
)
const all = new Map(library!.sheets.map((sheet) => [sheet.slug, benchSheetOf(sheet)]))
const others = othersOf(library!.sheets)
const open = (setting: Setting) => openBench(all, 'card', setting)

const told = ({ kind, key, ...rest }: Control) => `${kind} ${key}${'isSet' in rest && rest.isSet ? ' set' : ''}`
const walk = ({ controls }: Panel): string[] =>
  controls.flatMap((control) => [
    told(control),
    ...(control.kind === 'slot' && control.inner ? walk(control.inner) : []),
  ])

describe('the controls of a bench', () => {
  test('are those of the sheet, and of what stands in its slots, at any depth', () => {
    expect(walk(open({}).panel)).toEqual([
      'hold :mood',
      'text title',
      'flag wide',
      'data list',
      'slot action/',
      'hold action/:interaction',
      'text action/label',
      'number action/size',
      'colour action/tint',
      'slot action/lead/',
      'choice action/lead/shape',
      'flag action/lead/loud',
      'slot foot/',
    ])
  })

  test.each<[what: string, setting: Setting, there: string[], gone: string[]]>([
    ['one comes when it has an effect', { wide: true }, ['flag wide set', 'choice edge'], []],
    ['also through a state that is held', { ':mood': 'busy' }, ['hold :mood set', 'choice edge'], []],
    ['those of an empty slot go', { 'action/': 'none' }, ['slot action/ set'], ['text action/label']],
    ['words have none', { 'foot/': { text: 'Bye' } }, ['slot foot/ set'], []],
    [
      'they follow what fills a slot',
      { 'foot/': { component: 'button' } },
      ['text foot/label', 'slot foot/lead/'],
      ['choice foot/lead/shape'],
    ],
  ])('%s', (_, setting, there, gone) => {
    const controls = walk(open(setting).panel)
    expect(controls).toEqual(expect.arrayContaining(there))
    for (const each of gone) expect(controls).not.toContain(each)
  })

  test('what is set reaches the stage where it belongs', () => {
    const { settings } = open({
      title: 'Moor',
      ':mood': 'near',
      'action/size': 3,
      'action/:interaction': 'hover',
      'action/lead/shape': 'bell',
      'foot/': { text: 'Bye' },
    })
    expect(settings).toMatchObject({
      props: { title: 'Moor', wide: false },
      forced: [{ on: 'root', pseudo: ['hover'] }],
      slots: {
        action: {
          props: { label: 'Call', size: 3 },
          forced: [{ on: 'root', pseudo: ['hover'] }],
          slots: { lead: { slug: 'sign', props: { shape: 'bell' } } },
        },
        foot: { kind: 'text', text: 'Bye' },
      },
    })
  })

  test('a setting may give what the sheet gives too; another filling takes the settings of the last with it', () => {
    const setting: Setting = { 'action/size': 3, 'action/lead/shape': 'bell', title: 'x', '@theme': 'night' }
    expect(withEntry(setting, 'action/', 'none')).toEqual({ title: 'x', '@theme': 'night', 'action/': 'none' })
    expect(withEntry(setting, 'title', undefined)).not.toHaveProperty('title')
    expect(withoutAll(setting, 'action/')).toEqual({ title: 'x', '@theme': 'night' })
    expect(withoutAll(setting, '')).toEqual({ '@theme': 'night' })
  })

  test('components that hold each other without end are refused', () => {
    const endless = new Map(all)
    endless.set('sign', {
      ...all.get('sign')!,
      data: { props: {}, slots: { in: { accepts: 'any', text: false, default: 'sign' } } },
    })
    expect(() => openBench(endless, 'card', {})).toThrow(/hold each other without end/)
  })

  test('what slots accept is on the bench, and what somebody asks for', () => {
    expect([...benchSlugs(others.get('card')!, others)].toSorted()).toEqual(['button', 'sign'])
    expect([...benchSlugs(others.get('card')!, others, ['far', 'nothing'])].toSorted()).toEqual([
      'button',
      'far',
      'sign',
    ])
  })
})

describe('the address of a setting', () => {
  test.each<[setting: Setting, address: string]>([
    [{}, ''],
    [{ wide: true, 'action/size': 3 }, '1&wide=yes&action/size=3'],
    [{ title: 'Moor & Co = 5 %' }, '1&title=Moor%20%26%20Co%20%3D%205%20%25'],
    [{ 'foot/': { text: 'Bye' }, ':mood': 'near', '@theme': 'night' }, "1&foot/='Bye&:mood=near&@theme=night"],
    [{ 'foot/': { component: 'button' }, 'foot/label': '"Go"' }, '1&foot/=button&foot/label=%22Go%22'],
    [{ list: ['a', { b: 1 }], 'action/': 'none' }, '1&list=[%22a%22,{%22b%22:1}]&action/=none'],
    [{ wide: true, edge: 2 }, '1&wide=yes&edge=2'],
  ])('%j is %s', (setting, address) => {
    expect(printAddress(setting)).toBe(address)
    const contexts = { theme: ['day', 'night'] }
    expect(readAddress(`#${address}`, all, 'card', contexts)).toEqual({ setting, problems: [] })
  })

  test('entries may come in any order', () => {
    const { setting, problems } = readAddress('1&foot/lead/shape=bell&foot/lead/=sign&foot/=button', all, 'card', {})
    expect(problems).toEqual([])
    expect(openBench(all, 'card', setting).settings.slots.foot).toMatchObject({
      slots: { lead: { props: { shape: 'bell' } } },
    })
  })

  test.each([
    ['2&wide=yes', 'the address is of another form ("2")'],
    ['1&wode=yes', 'there is no prop "wode"; did you mean "wide"?'],
    ['1&wide=maybe', '"wide" is yes or no, not "maybe"'],
    ['1&action/size=big', '"size" is a number, not "big"'],
    ['1&edge=3', 'there is no edge "3"'],
    ['1&:mood=merry', 'there is no mood "merry"'],
    ['1&foot/label=x', 'nothing stands in "foot/", so "label" cannot be set'],
    ['1&foot/=botton', 'there is no component "botton"; did you mean "button"?'],
    ['1&@theme=dusk', 'there is no theme "dusk"'],
    ['1&list=[', '"list" is data, and "[" cannot be read as JSON'],
  ])('%s: what cannot be understood is told and left out', (address, problem) => {
    const read = readAddress(`${address}&title=kept`, all, 'card', { theme: ['day', 'night'] })
    expect(read.problems).toEqual([expect.stringContaining(problem)])
    expect(read.setting).toEqual(address.startsWith('2') ? {} : { title: 'kept' })
  })
})

describe('code to copy', () => {
  const code = (setting: Setting) => printCode(all, open(setting).settings)?.text
  test('says only what differs from what a component does by itself', () => {
    expect(code({ 'action/': 'none' })).toBe("import { Card } from './card'\n\nexport const Example = () => <Card />\n")
  })

  test('follows the controls, also in slots; texts that need it are expressions', () => {
    expect(code({ wide: true, title: 'Say "hut"', 'action/size': 3, 'action/lead/loud': true, list: [1] })).toBe(
      `import Button from './button'
import { Card } from './card'

export const Example = () => (
  <Card
    title={"Say \\"hut\\""}
    wide
    list={[1]}
    action={<Button label="Call" size={3} lead={<hut-sign loud></hut-sign>} />}
  />
)
`,
    )
  })

  test('of an element is its tag', () => {
    expect(printCode(all, openBench(all, 'sign', { shape: 'bell', loud: true }).settings)).toEqual({
      kind: 'element',
      text: '<hut-sign shape="bell" loud></hut-sign>',
    })
  })

  test('of markup is what it renders', () => {
    expect(printCode(all, openBench(all, 'far', {}).settings)).toBeUndefined()
  })
})
