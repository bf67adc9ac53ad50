import { describe, expect, test } from '@jest/globals'
import { addChecks, CHECK_KINDS, guessKind, guessPart } from '@/core/checks'
import { overlay, readLibrary, textOf, treeOf, type FileTree } from '@/core/sheet'
import { openFolder } from '@/source'
import { verifyTree } from '../support/library'
import { playTree, troublesOf } from '../support/scenarios'
import { engineBrowser } from '../support/browsers'

/** Kinds that Firnline has no component of, done as the pattern asks. */
const OTHERS = treeOf({
  'library.yaml': 'library: 1\nname: Others\n',
  'components/notes/notes.sheet.yaml': `sheet: 1
name: Notes
source: { kind: markup, markup: notes.liquid, script: notes.js }
stage: { isolate: yes }
parts: { root: .notes, trigger: .notes > button, dialog: dialog }
`,
  'components/notes/notes.liquid':
    '<div class="notes"><button>Notes</button><dialog aria-label="Notes"><input aria-label="Note"><button>Keep</button></dialog></div>',
  'components/notes/notes.js':
    "export default (root) => { root.querySelector('button').addEventListener('click', () => root.querySelector('dialog').showModal()) }",
  'components/stove/stove.sheet.yaml': `sheet: 1
name: Stove
source: { kind: markup, markup: stove.liquid }
parts: { root: .stove, slider: .stove input }
`,
  'components/stove/stove.liquid': '<label class="stove">Heat <input type="range" value="40"></label>',
  'components/line/line.sheet.yaml': `sheet: 1
name: Line
source: { kind: markup, markup: line.liquid }
parts: { root: .line, input: .line input }
`,
  'components/line/line.liquid': '<label class="line">Name <input></label>',
  'components/news/news.sheet.yaml': `sheet: 1
name: News
source: { kind: markup, markup: news.liquid }
parts: { root: .news, status: "[role=status]" }
`,
  'components/news/news.liquid': '<div class="news"><p role="status">Saved</p></div>',
  'components/bell/bell.sheet.yaml': `sheet: 1
name: Bell
source: { kind: markup, markup: bell.liquid }
parts: { root: .bell, button: .bell button }
`,
  'components/bell/bell.liquid': '<div class="bell"><button>Ring</button></div>',
  'components/more/more.sheet.yaml': `sheet: 1
name: More
source: { kind: markup, markup: more.liquid, script: more.js }
parts: { root: .more, trigger: .more > button, menu: "[role=menu]", item: "[role=menuitem]" }
`,
  'components/more/more.liquid':
    '<div class="more"><button aria-haspopup="menu" aria-expanded="false">More</button><div role="menu" hidden><button role="menuitem" tabindex="-1">Call</button><button role="menuitem" tabindex="-1">Show</button></div></div>',
  'components/more/more.js': `export default (root) => {
  const [trigger, ...items] = root.querySelectorAll('button')
  const menu = root.querySelector('[role=menu]')
  const turn = (open) => { menu.hidden = !open; trigger.setAttribute('aria-expanded', String(open)); (open ? items[0] : trigger).focus() }
  trigger.addEventListener('click', () => turn(menu.hidden))
  menu.addEventListener('keydown', ({ key, target }) => {
    if (key === 'Escape') turn(false)
    if (key === 'ArrowDown') items[(items.indexOf(target) + 1) % items.length].focus()
  })
}`,
})

const WEATHER = { alert: 'notice' }
const OWN = ['menu-button', 'dialog', 'slider', 'text-field', 'status', 'button']
const TABLE: [kind: string, component: string, parts?: Record<string, string>][] = [
  ['switch', 'lamp-switch'],
  ['mixed-checkbox', 'bunk-dormitory'],
  ['checkbox', 'bunk-check'],
  ['radio', 'lamp-group'],
  ['tabs', 'valley-tabs'],
  ['combobox', 'hut-picker'],
  ['menu-button', 'more'],
  ['tooltip', 'gear-hint'],
  ['dialog', 'notes'],
  ['slider', 'stove'],
  ['alert', 'weather-notice', WEATHER],
  ['disclosure', 'day-plan'],
  ['text-field', 'line'],
  ['status', 'news'],
  ['button', 'bell'],
]

/** A library in which a component's sheet has the ready-made checks of a kind. */
function withChecks(tree: FileTree, slug: string, kindName: string, given?: Record<string, string>) {
  const { library } = readLibrary(tree)
  const sheet = library!.sheets.find((each) => each.slug === slug)!
  const kind = CHECK_KINDS.find((each) => each.kind === kindName)!
  const parts = given ?? Object.fromEntries(kind.parts.map((part) => [part.key, guessPart(sheet, part)]))
  const names = kind.make(parts).scenarios.map(({ name }) => name)
  return { tree: overlay(tree, { [sheet.file]: addChecks(sheet, textOf(tree, sheet.file)!, kind, parts) }), names }
}

test('every kind is tried', () => expect(TABLE.map(([kind]) => kind)).toEqual(CHECK_KINDS.map(({ kind }) => kind)))

describe('ready-made checks hold for a component that does as the pattern asks', () => {
  const firnline = openFolder('demo/firnline')
  // A row that is too short would be filled up with a callback.
  test.each(TABLE.map(([kind, slug, parts]) => [kind, slug, parts ?? null] as const))(
    '%s: %s',
    async (kind, slug, parts) => {
      const isOther = OTHERS.paths.some((path) => path.includes(`/${slug}/`))
      const { tree, names } = withChecks(isOther ? OTHERS : firnline, slug, kind, parts ?? undefined)
      const results = await playTree(tree, { components: [slug], only: names })
      expect([...results.keys()].toSorted()).toEqual(names.toSorted())
      expect([...results.values()].flatMap(troublesOf)).toEqual([])
    },
    60_000,
  )

  test('their rules hold too, where no rule said so before', async () => {
    let tree: FileTree = OTHERS
    for (const [kind, slug] of TABLE) if (OWN.includes(kind)) ({ tree } = withChecks(tree, slug, kind))
    const { report } = await verifyTree(await engineBrowser(), tree)
    expect(report.components.flatMap(({ findings, lints }) => [...findings, ...lints])).toEqual([])
    expect(report.totals).toMatchObject({ misses: 0, unread: 0, scenarios: { holds: 6, misses: 0 } })
    expect(report.totals.holds).toBeGreaterThanOrEqual(13)
  })
})

// Of the others the roles come from a component in a slot, or from a condition.
const KNOWN = TABLE.filter(([kind]) => kind !== 'mixed-checkbox' && kind !== 'alert')

test.each(KNOWN)('a %s is known by its code: %s', (kind, slug) => {
  const tree = OTHERS.paths.some((path) => path.includes(`/${slug}/`)) ? OTHERS : openFolder('demo/firnline')
  const own = tree.paths.filter((path) => path.includes(`components/${slug}/`))
  expect(guessKind(Object.fromEntries(own.map((path) => [path, textOf(tree, path)!])))?.kind).toBe(kind)
})

test('they miss for a component that does not', async () => {
  const path = 'components/more/more.js'
  const broken = overlay(OTHERS, { [path]: textOf(OTHERS, path)!.replace('(open ? items[0] : trigger).focus()', '') })
  const { tree, names } = withChecks(broken, 'more', 'menu-button')
  const result = (await playTree(tree, { components: ['more'], only: names })).get(names[0]!)!
  expect(troublesOf(result)[0]).toContain('item · focused is no, expected yes')
})
