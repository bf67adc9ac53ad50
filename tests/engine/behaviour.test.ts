import { describe, expect, test } from '@jest/globals'
import { overlay, textOf } from '@/core/sheet'
import { openFolder } from '@/source'
import { playTree, troublesOf } from '../support/scenarios'
import { times } from '../support/extent'

const firnline = openFolder('demo/firnline')

interface Mistake {
  what: string
  component: string
  file: string
  from: string
  to: string
  scenario: string
  /** The step that reports it, and what it says. */
  told: [step: string, found: RegExp]
}

/** What goes wrong in practice, each planted into a component that holds. */
const MISTAKES: Mistake[] = [
  {
    what: 'the hint comes too early',
    component: 'gear-hint',
    file: 'gear-hint.js',
    from: 'WAIT_IN = 600',
    to: 'WAIT_IN = 598',
    scenario: 'The hint waits 600 ms, and leaves after 250',
    told: ['throughout for 599ms tip visible no', /held for 598 ms only: tip · visible is yes, expected no/],
  },
  {
    what: 'the hint leaves too late',
    component: 'gear-hint',
    file: 'gear-hint.js',
    from: 'WAIT_OUT = 250',
    to: 'WAIT_OUT = 300',
    scenario: 'The hint waits 600 ms, and leaves after 250',
    told: ['eventually by 20ms tip visible no', /not within 20 ms: tip · visible is yes, expected no/],
  },
  {
    what: 'a notice leaves while somebody points at it',
    component: 'weather-notice',
    file: 'weather-notice.js',
    from: "element.addEventListener('pointerenter', () => pause(key))",
    to: '',
    scenario: 'It waits while it is pointed at',
    told: ['throughout for 60s notice present yes', /held for 2000 ms only: notice · present is no/],
  },
  {
    what: 'a notice takes five seconds from the last one’s time',
    component: 'weather-notice',
    file: 'weather-notice.js',
    from: 'notice.left)',
    to: '4000)',
    scenario: 'It stays five seconds, and leaves',
    told: ['throughout for 4999ms notice present yes', /held for 4000 ms only/],
  },
  {
    what: 'mixed does not follow from the children',
    component: 'bunk-dormitory',
    file: 'bunk-dormitory.js',
    from: 'whole.indeterminate = taken > 0 && taken < bunks.length',
    to: '',
    scenario: 'The dormitory follows its bunks',
    told: ['expect whole state.checked mixed; tick state.checked yes', /whole · state.checked is no, expected mixed/],
  },
  {
    what: 'a label names an id that is not there',
    component: 'warden-note',
    file: 'warden-note.liquid',
    from: 'for="{{ id }}-field"',
    to: 'for="{{ id }}-note"',
    scenario: 'Its label leads to it',
    told: ['expect field focused yes', /field · focused is no, expected yes/],
  },
  {
    what: 'radio buttons of different names do not exclude each other',
    component: 'lamp-group',
    file: 'lamp-group.liquid',
    from: 'name="{{ id }}-lamps"',
    to: 'name="{{ id }}-{{ lamp }}"',
    scenario: 'One lamp puts the other out',
    told: ['expect input state.checked no; input[3] state.checked yes', /input · state.checked is yes, expected no/],
  },
  {
    what: 'a hidden native input cannot be reached by keyboard',
    component: 'lamp-switch',
    file: 'lamp-switch.css',
    from: '  opacity: 0;\n  cursor: inherit;',
    to: '  display: none;\n  cursor: inherit;',
    scenario: 'Space turns it, and a press without power does not',
    told: ['focus input', /input cannot have the focus: neither Tab nor a script gives it; nothing has it/],
  },
  {
    what: 'an overlay covers the window instead of its container',
    component: 'busy-veil',
    file: 'busy-veil.css',
    from: '  position: absolute;\n  inset: 0;',
    to: '  position: fixed;\n  inset: 0;',
    scenario: 'It comes and goes, and covers exactly what is there',
    told: [
      'expect veil visible yes, covers(root) yes, within(root) yes; root state.busy yes',
      /veil · within\(root\) is no/,
    ],
  },
  {
    what: 'an overlay lets keys through',
    component: 'busy-veil',
    file: 'busy-veil.liquid',
    from: '{% if props.busy %} inert{% endif %}',
    to: '',
    scenario: 'It lets no press through, and no key',
    told: ['expect action focused no', /action · focused is yes, expected no/],
  },
  {
    what: 'a panel that looks closed keeps its height',
    component: 'day-plan',
    file: 'day-plan.css',
    from: '  grid-template-rows: 0fr;\n  visibility: hidden;',
    to: '  grid-template-rows: 1fr;\n  visibility: hidden;',
    scenario: 'One section at a time',
    told: [
      'expect panel visible no, box.height 0px; panel[2] visible yes; header[*] present yes',
      /panel · box.height is \d+.*expected 0px/,
    ],
  },
  {
    what: 'a section takes longer to open than is said',
    component: 'day-plan',
    file: 'day-plan.css',
    from: 'grid-template-rows var(--pace-slide) var(--pace-ease)',
    to: 'grid-template-rows 400ms var(--pace-ease)',
    scenario: 'It opens within 180 ms, and its height says so',
    told: ['eventually by 92ms panel box.height > 80px', /not within 92 ms: panel · box.height is/],
  },
  {
    what: 'two sections are open where one may be',
    component: 'day-plan',
    file: 'day-plan.js',
    from: 'if (open && !many)',
    to: 'if (many)',
    scenario: 'One section at a time',
    told: [
      'expect panel visible no, box.height 0px; panel[2] visible yes; header[*] present yes',
      /panel · visible is yes, expected no/,
    ],
  },
  {
    what: 'read-only is taken for disabled',
    component: 'warden-note',
    file: 'warden-note.liquid',
    from: '{% if props.read-only %} readonly{% endif %}',
    to: '{% if props.read-only %} disabled{% endif %}',
    scenario: 'Read-only has the focus, and cannot be written in',
    told: ['focus field', /field cannot have the focus/],
  },
  {
    what: 'read-only cannot be pulled larger',
    component: 'warden-note',
    file: 'warden-note.css',
    from: '.note__field:read-only:enabled {',
    to: '.note__field:read-only:enabled {\n  resize: none;',
    scenario: 'Read-only can still be pulled larger',
    told: ['expect field box.height > 130px', /field · box.height is 81px, expected > 130px/],
  },
  {
    what: 'more is taken than the limit says',
    component: 'warden-note',
    file: 'warden-note.liquid',
    from: '{% if props.limit %} maxlength="{{ props.limit }}"{% endif %}',
    to: '',
    scenario: 'It counts, and takes no more than its limit',
    told: [
      'expect field prop(value) More firewoo; counter text 12 / 12, color {color.fault.ink}',
      /prop\(value\) is More firewood/,
    ],
  },
  {
    what: 'the focus does not return',
    component: 'hut-picker',
    file: 'hut-picker.js',
    from: '    button.focus()\n',
    to: '    button.blur()\n',
    scenario: 'By mouse, and the focus returns',
    told: [
      'expect list visible no; value text Moor House; button focused yes, state.expanded no',
      /button · focused is no/,
    ],
  },
  {
    what: 'the list does not flip where there is no room',
    component: 'hut-picker',
    file: 'hut-picker.js',
    from: "if (list.offsetHeight + 8 > room) root.classList.add('picker--above')",
    to: '',
    scenario: 'Without room below it opens above',
    told: [
      'expect list visible yes, gap(button) 4px ± 0.5px, overlaps(button) no, box.bottom < @button.box.top',
      /list · box.bottom is/,
    ],
  },
  {
    what: 'a tab that is not chosen is a stop of its own',
    component: 'valley-tabs',
    file: 'valley-tabs.js',
    from: 'each.tabIndex = isChosen ? 0 : -1',
    to: 'each.tabIndex = 0',
    scenario: 'Tab leads from the chosen tab into its panel',
    told: ['expect panel[2] focused yes', /panel\[2\] · focused is no, expected yes/],
  },
  {
    what: 'an event is told twice',
    component: 'valley-tabs',
    file: 'valley-tabs.js',
    from: "    emit('change', { tab: tabs.indexOf(tab) + 1 })",
    to: "    emit('change', { tab: tabs.indexOf(tab) + 1 })\n    emit('change')",
    scenario: 'A click shows the panel',
    told: ['expect events change count 1, detail tab 2', /events · change is 2, expected 1/],
  },
]

const planted = ({ component, file, from, to }: Mistake) => {
  const path = `components/${component}/${file}`
  const text = textOf(firnline, path)!
  if (!text.includes(from)) throw new Error(`${path} has no ${JSON.stringify(from)}`)
  return overlay(firnline, { [path]: text.replace(from, to) })
}

const RUNS = times(2, 10)

describe('what goes wrong in practice', () => {
  test.each(MISTAKES.map((mistake) => [mistake.what, mistake] as const))(
    '%s',
    async (_, mistake) => {
      const { component, scenario, told } = mistake
      const results = await playTree(planted(mistake), { components: [component], only: [scenario] })
      const [trouble] = troublesOf(results.get(scenario)!)
      expect(results.get(scenario)!.verdict).toBe('misses')
      expect(trouble).toContain(`${told[0]}: misses, `)
      expect(trouble).toMatch(told[1])
    },
    60_000,
  )

  test('the style that makes a miss is named with its line', async () => {
    const path = 'components/warden-note/warden-note.css'
    const text = textOf(firnline, path)!.replace(
      '.note__count--full {\n  color: var(--color-fault-ink);',
      '.note__count--full {\n  color: var(--color-accent);',
    )
    const scenario = 'It counts, and takes no more than its limit'
    const results = await playTree(overlay(firnline, { [path]: text }), {
      components: ['warden-note'],
      only: [scenario],
    })
    const missed = results.get(scenario)!.performance.steps.find(({ verdict }) => verdict === 'misses')!
    expect(missed.checks![0]).toMatchObject({
      part: 'counter',
      reading: 'color',
      origin: {
        file: path,
        line: text.split('\n').indexOf('.note__count--full {') + 2,
        declaration: 'color: var(--color-accent)',
      },
    })
  })

  test('the same components without a mistake hold, time after time', async () => {
    const wanted = new Set(MISTAKES.map(({ scenario }) => scenario))
    const results = await playTree(firnline, {
      components: [...new Set(MISTAKES.map(({ component }) => component))],
      only: [...wanted],
      repeat: RUNS,
    })
    expect([...results.keys()].toSorted()).toEqual([...wanted].toSorted())
    expect([...results.values()].map(({ name, verdict, runs }) => [name, verdict, runs])).toEqual(
      [...results.keys()].map((name) => [name, 'holds', RUNS]),
    )
  })
})
