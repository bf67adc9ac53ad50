import { describe, expect, test } from '@jest/globals'
import { parse } from 'yaml'
import { fromMarkup } from './index'

const made = (html: string, css: string, script?: string) => {
  const proposal = fromMarkup({ html, css, ...(script !== undefined && { script }) }, [])
  return { ...proposal, sheet: parse(proposal.texts[proposal.file]!) as Record<string, never> }
}
const axesOf = (html: string, css: string) => {
  const axes = (made(html, css).sheet.axes ?? {}) as Record<string, { default?: string; values: object }>
  return Object.fromEntries(
    Object.entries(axes).map(([name, { values, default: given }]) => [
      name,
      `${Object.keys(values).join(' ')}${given ? ` (${given})` : ''}`,
    ]),
  )
}

describe('axes of looks', () => {
  test.each([
    [
      'modifiers with a first word in common',
      '<p class="tile tile--tone-warm">x</p>',
      '.tile--tone-warm { color: red } .tile--tone-cold { color: blue } .tile--dense { padding: 0 }',
      { tone: 'warm cold (warm)', variant: 'plain dense' },
    ],
    [
      'modifiers that declare the same are one axis, one that declares something else is there or not',
      '<p class="call">x</p>',
      '.call--primary { color: red; background: blue } .call--quiet { color: blue; background: none } .call--wide { width: 100% }',
      { variant: 'plain primary quiet', wide: 'no yes' },
    ],
    [
      'two that stand on one element are of two axes',
      '<p class="call call--sharp call--loud">x</p>',
      '.call--sharp { color: red } .call--loud { color: blue } .call--calm { color: pink }',
      { variant: 'plain sharp calm (sharp)', loud: 'no yes (yes)' },
    ],
    [
      'values of data attributes, the one in the markup first',
      '<p class="tile" data-tone="warm">x</p>',
      '.tile[data-tone="cold"] { color: red } .tile[data-tone=warm] { color: blue } .tile[data-busy] { opacity: 0 }',
      { tone: 'warm cold', busy: 'no yes' },
    ],
  ])('%s', (_, html, css, axes) => expect(axesOf(html, css)).toEqual(axes))
})

test('classes that a template makes of a prop are the values of that prop', () => {
  const { sheet, texts } = made(
    '<p class="tile tile--{{ props.tone }}">x</p>',
    '.tile { margin: 0 } .tile--warm { color: red } .tile--cold { color: blue }',
  )
  expect(sheet).toMatchObject({
    props: { tone: { type: 'choice', values: ['warm', 'cold'], default: 'warm' } },
    axes: { tone: ['warm', 'cold'] },
  })
  expect(Object.keys(sheet.axes!)).toEqual(['tone'])
  expect(texts['components/tile/tile.liquid']).toContain('class="tile tile--{{ props.tone }}"')
})

test('attributes that a template makes of a prop are, too', () => {
  const { sheet } = made(
    '<p class="tile" data-tone="{{ props.tone }}">x</p>',
    '.tile[data-tone=warm] { color: red } .tile[data-tone=cold] { color: blue } .tile[data-busy] { top: 0 }',
  )
  expect(sheet).toMatchObject({
    props: { tone: { type: 'choice', values: ['warm', 'cold'], default: 'warm' } },
    axes: { tone: ['warm', 'cold'] },
  })
  expect(Object.keys(sheet.axes!)).toEqual(['tone', 'busy'])
})

test('a look and a state of one name are two axes', () =>
  expect(
    axesOf('<p class="fold">x</p>', '.fold--wide { color: red } .fold--open { height: 9px } .fold.is-open { top: 0 }'),
  ).toEqual({ wide: 'no yes', open: 'no yes', 'open-2': 'no yes' }))

test('states stand on the parts that they style, each of them on its own', () => {
  const { sheet } = made(
    '<div class="bar"><input class="bar__field"><button class="bar__clear">x</button></div>',
    '.bar__clear:hover { } .bar__field:hover { } .bar:focus-within { } .bar__field:disabled { } .bar__clear:disabled { }',
  )
  expect(sheet.axes).toEqual({
    interaction: {
      of: 'state',
      values: {
        rest: {},
        hover: { pseudo: 'hover', on: 'clear' },
        'hover-field': { pseudo: 'hover', on: 'field' },
        focus: { pseudo: 'focus-within' },
        disabled: [
          { property: { disabled: true }, on: 'field' },
          { property: { disabled: true }, on: 'clear' },
        ],
      },
    },
  })
})

test('a state of what something holds stands on the control in it', () => {
  const { sheet } = made(
    '<label class="pick"><input class="pick__input" type="radio">Low</label>',
    '.pick:has(:checked) { font-weight: 600 } .pick:has(:focus-visible) { outline: 1px solid }',
  )
  expect(sheet.axes).toMatchObject({
    value: { values: { off: {}, on: { property: { checked: true }, on: 'input' } } },
    interaction: { values: { focus: { pseudo: ['focus', 'focus-visible'], on: 'input' } } },
  })
})

test('parts that styles draw, texts by their parts, and the variables of a template', () => {
  const { sheet, texts } = made(
    `<div class="card"><h3 class="card__title">Lamp room</h3><p class="card__text"> Dry </p>{% if props.new %}<i>!</i>{% endif %}<slot name="foot"></slot>{{ slots.media }}{{ 10 | minus: props.depth }}</div>`,
    '.card::before { content: "" } .card__title::after { content: "" } .other::after { content: "" }',
  )
  expect(sheet).toMatchObject({
    parts: {
      root: '.card',
      before: { select: '.card', pseudo: '::before' },
      'title-after': { select: '.card__title', pseudo: '::after' },
    },
    props: {
      new: { type: 'flag', default: false },
      depth: { type: 'number', default: 0 },
      title: { type: 'text', default: 'Lamp room' },
      text: { default: 'Dry' },
    },
    slots: { foot: { text: true }, media: { text: true } },
  })
  expect(Object.keys(sheet.props!)).toEqual(['new', 'depth', 'title', 'text'])
  expect(texts['components/card/card.liquid']).toBe(
    `<div class="card"><h3 class="card__title">{{ props.title | escape }}</h3><p class="card__text"> {{ props.text | escape }} </p>{% if props.new %}<i>!</i>{% endif %}{{ slots.foot }}{{ slots.media }}{{ 10 | minus: props.depth }}</div>\n`,
  )
})

describe('what is not understood is told', () => {
  test.each([
    ['a syntax error', '.a { color: red } .b }', /Syntax error in line 1 of the CSS/],
    ['a media query', '@media (max-width: 40em) { .a { color: red } }', /No axis reaches @media \(max-width:40em\)/],
    ['a state of content', '.a:placeholder-shown { color: red }', /No axis reaches :placeholder-shown/],
  ])('%s', (_, css, told) => expect(made('<p class="a">x</p>', css).unclear.join('\n')).toMatch(told))
})

describe('scripts', () => {
  const HTML = '<button class="bell">Ring</button>'
  test.each([
    ['a module as it is', 'export default (root) => root.click()', 'export default (root) => root.click()\n', ''],
    [
      'a plain script in a function of its own',
      "document.querySelector('.bell').click()\n",
      "export default (root) => {\n  document.querySelector('.bell').click()\n}\n",
      '',
    ],
    ['a module that exports something else', 'export const ring = 1', 'export const ring = 1\n', 'no default export'],
  ])('%s', (_, script, text, unclear) => {
    const proposal = made(HTML, '', script)
    expect(proposal.texts['components/bell/bell.js']).toBe(text)
    expect(proposal.unclear.join()).toContain(unclear)
    expect(proposal.sheet).toMatchObject({ source: { script: 'bell.js' } })
    expect('stage' in proposal.sheet).toBe(script.includes('document'))
  })
})
