import { beforeAll, describe, expect, test } from '@jest/globals'
import type { Strength } from '@/core/breaks'
import { appendRules } from '@/core/edit'
import { overlay, textOf, type FileTree } from '@/core/sheet'
import { draftSpec, writtenRules } from '@/core/draft'
import { breakLibrary, BrowserSource, ComponentTrial, prepareLibrary, surveyComponent } from '@/runner'
import { openPools } from '../../src/runner/pools'
import { thing } from '../support/library'
import { thorough, times } from '../support/extent'
import { idle, weak } from '../support/weak'
import { engineBrowser } from '../support/browsers'

const SHEET = 'components/thing/thing.sheet.yaml'

/** What a sheet does not notice of its thing. */
async function strengthOf(tree: FileTree): Promise<Strength> {
  const browsers = BrowserSource.from(await engineBrowser())
  try {
    const found = await breakLibrary(browsers, await prepareLibrary(tree), { way: 'quick' })
    return found.get('thing')!
  } finally {
    await browsers.close()
  }
}

const unnoticed = ({ unnoticed: all }: Strength) => all.map(({ kind, told }) => `${kind}: ${told}`)

describe('a weak sheet', () => {
  let strength: Strength
  beforeAll(async () => {
    strength = await strengthOf(weak())
  })

  test('is told exactly what it does not notice', () => {
    expect(unnoticed(strength)).toEqual([
      // Of the border it says nothing.
      'declaration: border: 1px solid #224466 left out',
      'length: border: 1px solid #224466 → 2px solid #224466',
      'colour: border: 1px solid #224466 → 1px solid oklch(0.4081 0.0708 250.2133)',
      // Nor of what is hovered.
      'state: rule .thing:hover left out',
      'declaration: color: #883311 left out',
      'colour: color: #883311 → oklch(0.4675 0.1245 39.8522)',
      'declaration: letter-spacing: 2px left out',
      'length: letter-spacing: 2px → 3px',
      'length: letter-spacing: 2px → 2.2px',
      // Nor of the label.
      'declaration: display: block left out',
      'declaration: margin: 3px left out',
      'length: margin: 3px → 4px',
      'length: margin: 3px → 3.3px',
      // It asks for the role, not for the name.
      'attribute: aria-label of root left out',
      'text: text of label emptied',
    ])
    expect(strength).toMatchObject({ breaks: 30, counted: 25, noticed: 10, failed: 0 })
  })

  test('does not count what changes nothing', () => {
    // min-height: 0 is so anyway, 1.1px are painted as 1px, and a button is one with or without its type and its tabindex.
    expect(strength.idle).toBe(5)
  })

  test('shows where each stands, and how it looks', () => {
    const margin = strength.unnoticed.find(({ told }) => told === 'margin: 3px left out')!
    expect(margin).toMatchObject({ part: 'label', at: { file: 'components/thing/thing.css', line: 12 } })
    expect(margin.picture!.before).not.toBe(margin.picture!.after)
    expect(margin.changed).toContainEqual({
      ...{ case: expect.any(String), part: 'label', reading: 'margin-top' },
      ...{ before: '3px', after: '0px' },
    })
  })

  test('is proposed what would notice it, with which it is strong', async () => {
    const tree = weak()
    const rules = new Map(
      strength.unnoticed.flatMap(({ proposal }) =>
        proposal ? [[JSON.stringify(proposal.rules), proposal.rules] as const] : [],
      ),
    )
    const text = [...rules.values()].reduce((now, each) => appendRules(now, each), textOf(tree, SHEET)!)
    const strong = await strengthOf(overlay(tree, { [SHEET]: text }))
    expect(unnoticed(strong)).toEqual([])
    expect(strong.noticed).toBe(strong.counted)
    expect(strong.counted).toBe(strength.counted)
  })
})

describe('what components do in scenarios', () => {
  const acting = (scenario: string) =>
    thing({
      sheet: `parts: { root: .thing, panel: .panel, done: .done }
events: { opened: { about: It was opened } }
source: { kind: markup, markup: thing.liquid, styles: [thing.css], script: thing.js }
scenarios:
  - name: It opens
    steps:
${scenario}
`,
      markup:
        '<div><button class="thing">open</button><div class="panel" hidden tabindex="-1"><i class="done">…</i></div></div>',
      css: '.panel { transition: opacity 300ms } .panel[hidden] { display: none }',
      'components/thing/thing.js': `export default (root) => {
        const [button, panel] = root.querySelectorAll('.thing, .panel')
        button.addEventListener('click', () => {
          panel.hidden = false
          panel.focus()
          setTimeout(() => {
            panel.firstElementChild.textContent = 'done'
            root.dispatchEvent(new CustomEvent('opened', { bubbles: true }))
          }, 200)
        })
      }`,
    })
  const full = async (scenario: string) => {
    const browsers = BrowserSource.from(await engineBrowser())
    try {
      const found = await breakLibrary(browsers, await prepareLibrary(acting(scenario)), { way: 'full' })
      return found.get('thing')!.unnoticed.filter(({ kind }) => /^(event|timer|listener|focus)$/.test(kind))
    } finally {
      await browsers.close()
    }
  }

  test('are broken too: what a scenario does not ask for goes unnoticed', async () => {
    const weak = await full('      - click: root\n      - wait: 500ms\n      - expect: { panel: { visible: yes } }')
    expect(weak.map(({ told, scenario }) => [told, scenario]).sort()).toEqual([
      ['focus() does nothing', 'It opens'],
      ['opened is not sent', 'It opens'],
      ['timer of 200 ms runs after 160 ms', 'It opens'],
      ['timer of 200 ms runs after 240 ms', 'It opens'],
    ])
    const strong = await full(`      - click: root
      - expect: { now: true, panel: { visible: yes, state.focused: yes } }
      - wait: 195ms
      - expect: { now: true, done: { text: … } }
      - wait: 10ms
      - expect: { now: true, done: { text: done }, events: { opened: 1 } }`)
    expect(strong.map(({ told }) => told)).toEqual([])
  }, 120_000)
})

test('a rule that no break makes miss is told, where it is looked for', async () => {
  const browsers = BrowserSource.from(await engineBrowser())
  const found = await breakLibrary(browsers, await prepareLibrary(idle()), { way: 'full' })
  await browsers.close()
  // The first of the two about what is hovered is tested by the text that is emptied.
  expect(found.get('thing')!.untested).toEqual([{ rule: 4, line: expect.any(Number) }])
}, 60_000)

describe('styles that no style sheet of the component tells', () => {
  const ways: [string, Parameters<typeof thing>[0]][] = [
    [
      'a style element that its code makes, a class for each combination',
      {
        sheet: `source: { kind: markup, markup: thing.liquid, styles: [], script: thing.js }
props: { tone: { type: choice, values: [plain, loud], default: plain } }
axes: { tone: [plain, loud] }
parts: { root: .thing, label: .thing b }
`,
        markup: '<p class="thing" data-tone="{{ props.tone }}"><b>lamp</b></p>',
        'components/thing/thing.js': `export default (root) => {
  const own = 'made-' + root.dataset.tone
  root.classList.add(own)
  const style = document.createElement('style')
  style.textContent = '.' + own + ' { padding: 4px }' + (own.endsWith('loud') ? '.' + own + ' b { color: #883311 }' : '')
  root.append(style)
}`,
      },
    ],
    [
      'sheets that instances of an element share',
      {
        sheet: `source: { kind: element, module: thing.js, tag: test-thing, styles: [] }
props: { tone: { type: choice, values: [plain, loud], default: plain } }
axes: { tone: [plain, loud] }
parts: { root: test-thing, label: "test-thing >>> b" }
`,
        markup: '',
        'components/thing/thing.js': `const shared = new CSSStyleSheet()
shared.replaceSync(':host { display: block; padding: 4px } :host([tone=loud]) b { color: #883311 }')
customElements.get('test-thing') ?? customElements.define('test-thing', class extends HTMLElement {
  connectedCallback() {
    const tree = this.attachShadow({ mode: 'open' })
    tree.adoptedStyleSheets = [shared]
    tree.innerHTML = '<b>lamp</b>'
  }
})`,
      },
    ],
    [
      'styles of the whole library',
      {
        library: 'styles: [all.css]\n',
        'all.css': '.p-4 { padding: 4px } .loud { color: #883311 } .of-another { padding: 9px }',
        sheet: `source: { kind: markup, markup: thing.liquid, styles: [] }
props: { tone: { type: choice, values: [plain, loud], default: plain } }
axes: { tone: [plain, loud] }
parts: { root: .p-4, label: .p-4 b }
`,
        markup: '<div class="p-4"><b class="{{ props.tone }}">lamp</b></div>',
      },
    ],
  ]

  test.each(ways)(
    'are broken too: %s',
    async (_, { sheet, ...files }) => {
      const told = async (expectation: string) => {
        const strength = await strengthOf(thing({ ...files, sheet: `${sheet}spec: [{ expect: ${expectation} }]\n` }))
        return { ...strength, told: unnoticed(strength).filter((each) => !each.startsWith('text')) }
      }
      const weakly = await told('{ root: { box.width: "> 0px" } }')
      expect(weakly.told.toSorted()).toEqual([
        expect.stringMatching(/^colour: color: .* → oklch/),
        expect.stringMatching(/^declaration: color: .* left out$/),
        'declaration: padding: 4px left out',
        'length: padding: 4px → 4.4px',
        'length: padding: 4px → 5px',
      ])
      const strongly = await told('{ root: { padding: 4px } }')
      expect(strongly.told).toHaveLength(2)
      expect(strongly.unnoticed.every(({ kind, proposal }) => kind === 'text' || proposal?.reading === 'color')).toBe(
        true,
      )
    },
    120_000,
  )
})

describe('cases that steps bring about', () => {
  const opened = (more: string, script = '') =>
    strengthOf(
      thing({
        sheet: `source: { kind: markup, markup: thing.liquid, styles: [thing.css], script: thing.js }
parts: { root: .thing, panel: .panel }
axes: { open: { of: state, values: { no: {}, yes: { steps: [{ click: root }] } } } }
spec:
  - expect: { panel: { present: no${more} } }
  - when: { open: yes }
    expect: { panel: { present: yes } }
`,
        markup: '<button class="thing" type="button">out</button>',
        css: '.panel { padding: 4px; color: #224466; transition: padding 100ms }',
        'components/thing/thing.js': `export default (root) => {
  root.addEventListener('click', () => {
    root.innerHTML = '<b class="panel">in</b>'
    ${script}
  })
}`,
      }),
    )
  const ofStyles = (strength: Strength) => unnoticed(strength).filter((each) => /: (padding|color):/.test(each))

  test('are broken where they stand: what shows in them alone counts', async () => {
    const weakly = await opened('')
    expect(ofStyles(weakly)).toEqual([
      'declaration: padding: 4px left out',
      'length: padding: 4px → 5px',
      'length: padding: 4px → 4.4px',
      'declaration: color: #224466 left out',
      expect.stringMatching(/^colour: color: #224466 → /),
    ])
    expect(weakly.unnoticed.find(({ told }) => told === 'padding: 4px → 5px')).toMatchObject({
      part: 'panel',
      changed: expect.arrayContaining([
        { case: 'open=yes', part: 'panel', reading: 'padding-top', before: '4px', after: '5px' },
      ]),
      proposal: { part: 'panel', reading: 'padding' },
    })
    expect(ofStyles(await opened(', padding: 4px'))).toHaveLength(2)
  }, 60_000)

  thorough(
    'say nothing where code keeps what a break has done',
    async () => {
      const { notes } = await opened(', padding: 4px', `root.addEventListener('transitionend', () => root.append('.'))`)
      expect(notes).toContainEqual(
        expect.stringMatching(/open=yes was not broken: its code keeps what a break has done/),
      )
    },
    60_000,
  )
})

thorough(
  'a break that brings its page down costs nothing but itself',
  async () => {
    const strength = await strengthOf(
      thing({
        sheet: `source: { kind: markup, markup: thing.liquid, styles: [thing.css], script: thing.js }
parts: { root: .thing }
spec: [{ expect: { root: { color: red, name: Hut } } }]
`,
        markup: '<button class="thing" aria-label="Hut" title="Bell">x</button>',
        css: '.thing { color: red }',
        'components/thing/thing.js': `export default (root) => {
        new MutationObserver(() => { if (!root.title) for (;;); }).observe(root, { attributes: true })
      }`,
      }),
    )
    expect(strength).toMatchObject({
      // That its text is emptied changes its width, of which nothing is said.
      counted: 4,
      noticed: 3,
      failed: 1,
      notes: ['a break brought its page down: each was tried by itself'],
    })
  },
  120_000,
)

/** Numbers that look like chance, the same in every run. */
function seeded(seed: number): (below: number) => number {
  let state = seed
  return (below) => {
    state = (state * 1103515245 + 12345) % 2147483648
    return Math.floor((state / 2147483648) * below)
  }
}

const VALUES: Record<string, readonly string[]> = {
  color: ['#224466', '#884422'],
  'background-color': ['#eeeeee', 'transparent'],
  padding: ['4px', '1px 7px'],
  margin: ['3px', '0 -4px'],
  width: ['60px', '50%'],
  height: ['30px', 'auto'],
  position: ['relative', 'absolute'],
  display: ['block', 'inline-block', 'none'],
  visibility: ['hidden', 'visible'],
  'font-size': ['15px', '1.2em'],
  border: ['1px solid #336699', '0'],
  'border-radius': ['3px', '50%'],
  outline: ['2px solid #aa2211', 'none'],
  overflow: ['hidden', 'visible'],
  'box-shadow': ['0 0 2px #000000', 'none'],
  'text-transform': ['uppercase', 'none'],
  '--own': ['5px', '9px'],
  'letter-spacing': ['var(--own)', '1px'],
}
const SELECTORS = ['.thing', '.thing--b', '.thing:hover', '.label', '.thing--b .label', '.dot', '.thing:hover .dot']

/** A component whose styles and rules look like chance. */
function randomThing(seed: number): FileTree {
  const chance = seeded(seed)
  const names = Object.keys(VALUES)
  const rules = Array.from({ length: 14 }, () => {
    const selector = SELECTORS[chance(SELECTORS.length)]!
    const declarations = Array.from({ length: 1 + chance(4) }, () => {
      const name = names[chance(names.length)]!
      return `${name}: ${VALUES[name]![chance(VALUES[name]!.length)]}`
    })
    return `${selector} { ${declarations.join('; ')} }`
  })
  return thing({
    sheet: `props: { b: { type: flag }, words: { type: choice, values: [one, longer], default: one } }
axes:
  b: flag
  words: [one, longer]
  interaction: { of: state, values: { rest: {}, hover: { pseudo: hover } } }
parts: { root: .thing, label: .label, dot: .dot }
spec:
  - expect: { root: { box.height: "> 0px" } }
  - when: { interaction: hover }
    expect: { root: { box.width: same as interaction:rest }, label: { color: same as interaction:rest, target.width: ">= 1px" } }
`,
    markup:
      '<div class="thing{% if props.b %} thing--b{% endif %}"><b class="label" aria-label="x">{{ props.words }}</b><i class="dot">.</i></div>',
    css: rules.join('\n'),
  })
}
/** The same with rules of which most hold: some readings as they are. */
async function withRules(tree: FileTree, seed: number): Promise<FileTree> {
  const chance = seeded(seed)
  const prepared = await prepareLibrary(tree)
  const [component] = prepared.components
  const survey = await surveyComponent(await engineBrowser(), prepared, component!)
  const chosen = new Set(survey.readings.filter(() => chance(8) === 0).map(({ part, reading }) => `${part}|${reading}`))
  const draft = draftSpec(survey, component!.plan.space.dimensions, {
    only: (part, reading) => part !== 'host' && chosen.has(`${part}|${reading}`),
  })
  return overlay(tree, { [SHEET]: appendRules(textOf(tree, SHEET)!, writtenRules(draft)) })
}

const BREAKS = times(16, 300)

test('many at a time come to the same as one at a time, on many breaks', async () => {
  const browsers = BrowserSource.from(await engineBrowser())
  let breaks = 0
  let noticed = 0
  for (let seed = 1; breaks < BREAKS; seed++) {
    const prepared = await prepareLibrary(await withRules(randomThing(seed), seed))
    const pools = openPools(browsers, prepared.library.data.viewport)
    const come = async (isOneAtATime: boolean) => {
      const run = await ComponentTrial.perform(pools, prepared, prepared.components[0]!, { isOneAtATime })
      return run.trials
        .map(
          ({ broken, noticed: by, isEffective }) =>
            `${broken.told}: ${by ? 'noticed' : isEffective ? 'unnoticed' : 'idle'}`,
        )
        .sort()
    }
    const [many, one] = [await come(false), await come(true)]
    expect({ seed, come: many }).toEqual({ seed, come: one })
    breaks += one.length
    noticed += one.filter((each) => each.endsWith(': noticed')).length
    await pools.close()
  }
  // All of one kind would prove nothing.
  expect(noticed).toBeGreaterThan(BREAKS / 5)
  expect(noticed).toBeLessThan(breaks - BREAKS / 5)
}, 400_000)
