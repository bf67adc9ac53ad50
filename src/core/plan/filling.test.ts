import { describe, expect, test } from '@jest/globals'
import { readLibrary, treeOf } from '../sheet'
import { fillingOf, nestedSlugs, othersOf, settingsOf, SlotCycle } from './index'

/** A library of components from the fields of their sheets. */
function componentsOf(fields: Record<string, string>) {
  const files = Object.entries(fields).map(([slug, text]) => [
    `${slug}.sheet.yaml`,
    `sheet: 1\nname: ${slug}\nsource: { kind: page, url: "http://localhost" }\n${text}`,
  ])
  const { library, problems } = readLibrary(
    treeOf({ 'library.yaml': 'library: 1\nname: Test', ...Object.fromEntries(files) }),
  )
  expect(problems).toEqual([])
  const others = othersOf(library!.sheets)
  return { others, of: (slug: string) => others.get(slug)! }
}

const HUT = {
  icon: 'props: { sign: { type: text, default: hut } }\naxes: { loud: { values: { no: {}, yes: { attr: { data-loud: yes }, props: { sign: bell } } } } }',
  button:
    'props: { label: { type: text, default: Call } }\nslots: { lead: { default: icon }, words: { text: true, default: Go } }',
  card: `slots:
  action: { default: { component: button, props: { label: Ring }, slots: { lead: { component: icon, axes: { loud: yes } } } } }
  foot: { text: true, default: none }
axes: { bare: { values: { no: {}, yes: { slots: { action: none, foot: { text: icon } } } } } }`,
}

describe('what stands in slots', () => {
  const { others, of } = componentsOf(HUT)
  test('is resolved to any depth, by the sheets of what fills them', () => {
    const { slots, problem } = settingsOf(of('card'), { bare: 'no' }, others)
    expect(problem).toBeUndefined()
    expect(slots).toEqual({
      action: {
        kind: 'component',
        slug: 'button',
        props: { label: 'Ring' },
        changes: [],
        forced: [],
        slots: {
          lead: {
            kind: 'component',
            slug: 'icon',
            props: { sign: 'bell' },
            slots: {},
            changes: [{ on: 'root', attr: { 'data-loud': 'yes' } }],
            forced: [],
          },
          words: { kind: 'text', text: 'Go' },
        },
      },
      foot: { kind: 'none' },
    })
  })
  test('is changed by an axis; text in its long form is no slug', () => {
    expect(settingsOf(of('card'), { bare: 'yes' }, others).slots).toEqual({
      action: { kind: 'none' },
      foot: { kind: 'text', text: 'icon' },
    })
  })
  test.each([
    ['a slug', 'icon', 'component'],
    ['text, where text is allowed', 'Hello', 'text'],
    ['nothing', 'none', 'none'],
  ])('%s', (_, value, kind) => expect(fillingOf(of('button'), 'words', value, others, 'given').kind).toBe(kind))
  test('an unknown component is told', () =>
    expect(() => fillingOf(of('button'), 'lead', 'bell', others, 'given')).toThrow(
      /the slot "lead" of button holds "bell"/,
    ))
  test('all that may be needed is found', () =>
    expect([...nestedSlugs(of('card'), others)].toSorted()).toEqual(['button', 'icon']))
})

describe('components that hold themselves', () => {
  test.each<[string, Record<string, string>, string]>([
    ['by their defaults', { a: 'slots: { x: { default: a } }' }, 'a.x → a.x'],
    [
      'by way of another',
      { a: 'slots: { x: { default: b } }', b: 'slots: { y: { default: { component: a } } }' },
      'a.x → b.y → a.x',
    ],
    [
      'by an axis that is set inside',
      {
        a: 'slots: { x: { default: { component: b, axes: { full: on } } } }',
        b: 'slots: { y: { default: none } }\naxes: { full: { values: { off: {}, on: { slots: { y: a } } } } }',
      },
      'a.x → b.y → a.x',
    ],
  ])('%s are a cycle that names the path', (_, fields, path) => {
    const { others, of } = componentsOf(fields)
    expect(() => fillingOf(of('a'), 'x', of('a').data.slots.x!.default, others, 'own')).toThrow(SlotCycle)
    expect(settingsOf(of('a'), {}, others).problem).toContain(path)
  })
  test('but not without end, are none', () => {
    const { others, of } = componentsOf({
      a: 'slots: { x: { default: { component: a, slots: { x: { component: a, slots: { x: none } } } } } }',
    })
    expect(settingsOf(of('a'), {}, others).problem).toBeUndefined()
  })
})
