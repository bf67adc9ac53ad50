import type { RuleText } from '../edit'

/** A part that a kind of component must have, and what it is usually called. */
export interface NeededPart {
  key: string
  about: string
  /** Names that parts of this kind bear, the likeliest first. */
  usual: readonly string[]
}

/** A scenario as a sheet has it. */
export interface ScenarioText {
  name: string
  steps: readonly unknown[]
}

/** What the ARIA Authoring Practices ask of one kind of component, in the sheet's own language. */
export interface CheckKind {
  kind: string
  label: string
  parts: readonly NeededPart[]
  make(part: Readonly<Record<string, string>>): { rules: RuleText[]; scenarios: ScenarioText[] }
}

const NAMED = 'not ""'
const control = (about: string, ...usual: string[]): NeededPart => ({ key: 'control', about, usual })
const expect = (expected: object) => ({ expect: expected })
const rule = (expected: RuleText['expect']): RuleText => ({ expect: expected })
const press = (keys: string) => ({ press: keys })
const focus = (part: string) => ({ focus: part })
const click = (part: string) => ({ click: part })

/** A control that Space turns on and off. */
const toggled = (kind: string, label: string, usual: string): CheckKind => ({
  kind,
  label,
  parts: [control(`What is turned on and off: role ${kind}`, usual, 'input', 'control')],
  make: ({ control: part = '' }) => ({
    rules: [rule({ [part]: { role: kind, name: NAMED, focusable: 'yes' } })],
    scenarios: [
      {
        name: `${label}: Space turns it on and off`,
        steps: [
          focus(part),
          expect({ [part]: { 'state.checked': 'no' } }),
          press('Space'),
          expect({ [part]: { 'state.checked': 'yes', focused: 'yes' } }),
          press('Space'),
          expect({ [part]: { 'state.checked': 'no' } }),
        ],
      },
    ],
  }),
})

/** From the ARIA Authoring Practices Guide: the patterns' roles, states, keys and ways of the focus. */
export const CHECK_KINDS: readonly CheckKind[] = [
  toggled('checkbox', 'Checkbox', 'checkbox'),
  {
    kind: 'mixed-checkbox',
    label: 'Checkbox over others',
    parts: [
      { key: 'whole', about: 'The checkbox that stands for all', usual: ['whole', 'all', 'parent'] },
      { key: 'each', about: 'The checkboxes under it', usual: ['tick', 'each', 'child', 'item'] },
    ],
    make: ({ whole = '', each = '' }) => ({
      rules: [rule({ [whole]: { role: 'checkbox', name: NAMED, focusable: 'yes' } })],
      scenarios: [
        {
          name: 'Checkbox over others: one of them makes it mixed',
          steps: [click(each), expect({ [whole]: { 'state.checked': 'mixed' } })],
        },
        {
          name: 'Checkbox over others: Space ticks all of them, and none',
          steps: [
            focus(whole),
            press('Space'),
            expect({ [whole]: { 'state.checked': 'yes' }, [`${each}[*]`]: { 'state.checked': 'yes' } }),
            press('Space'),
            expect({ [whole]: { 'state.checked': 'no' }, [`${each}[*]`]: { 'state.checked': 'no' } }),
          ],
        },
      ],
    }),
  },
  toggled('switch', 'Switch', 'switch'),
  {
    kind: 'radio',
    label: 'Radio group',
    parts: [control('Each choice: role radio', 'input', 'radio', 'option', 'choice')],
    make: ({ control: part = '' }) => ({
      rules: [rule({ [part]: { role: 'radio', name: NAMED } })],
      scenarios: [
        {
          name: 'Radio group: arrow keys choose, and only one is chosen',
          steps: [
            focus(part),
            press('Space'),
            expect({ [part]: { 'state.checked': 'yes' } }),
            press('ArrowDown'),
            expect({ [part]: { 'state.checked': 'no' }, [`${part}[2]`]: { 'state.checked': 'yes', focused: 'yes' } }),
            press('ArrowUp'),
            expect({ [part]: { 'state.checked': 'yes', focused: 'yes' }, [`${part}[2]`]: { 'state.checked': 'no' } }),
          ],
        },
      ],
    }),
  },
  {
    kind: 'tabs',
    label: 'Tabs',
    parts: [
      { key: 'list', about: 'Around the tabs: role tablist', usual: ['list', 'tabs', 'tablist'] },
      { key: 'tab', about: 'Each tab: role tab', usual: ['tab', 'trigger'] },
      { key: 'panel', about: 'What a tab shows: role tabpanel', usual: ['panel', 'content'] },
    ],
    make: ({ list = '', tab = '', panel = '' }) => ({
      rules: [
        rule({
          [list]: { role: 'tablist', name: NAMED },
          [tab]: { role: 'tab', 'state.selected': 'yes', focusable: 'yes' },
          [`${tab}[2]`]: { 'state.selected': 'no', focusable: 'no' },
          [panel]: { role: 'tabpanel', name: NAMED },
        }),
      ],
      scenarios: [
        {
          name: 'Tabs: arrow keys go from tab to tab, and show what they hold',
          steps: [
            focus(tab),
            press('ArrowRight'),
            expect({
              [`${tab}[2]`]: { focused: 'yes', 'state.selected': 'yes' },
              [tab]: { 'state.selected': 'no' },
              [`${panel}[2]`]: { visible: 'yes' },
              [panel]: { visible: 'no' },
            }),
            press('Home'),
            expect({ [tab]: { focused: 'yes', 'state.selected': 'yes' }, [panel]: { visible: 'yes' } }),
            press('Tab'),
            expect({ [tab]: { focused: 'no' }, [`${tab}[2]`]: { focused: 'no' } }),
          ],
        },
      ],
    }),
  },
  {
    kind: 'disclosure',
    label: 'Disclosure or accordion',
    parts: [
      {
        key: 'header',
        about: 'What opens it: role button, with its state expanded',
        usual: ['header', 'trigger', 'button', 'summary'],
      },
      { key: 'panel', about: 'What is opened', usual: ['panel', 'content', 'body'] },
    ],
    make: ({ header = '', panel = '' }) => ({
      rules: [rule({ [header]: { role: 'button', name: NAMED, focusable: 'yes' } })],
      scenarios: ['Enter', 'Space'].map((key) => ({
        name: `Disclosure: ${key} opens and closes it`,
        steps: [
          focus(header),
          expect({ [header]: { 'state.expanded': 'no' }, [panel]: { visible: 'no' } }),
          press(key),
          expect({ [header]: { 'state.expanded': 'yes', focused: 'yes' }, [panel]: { visible: 'yes' } }),
          press(key),
          expect({ [header]: { 'state.expanded': 'no' }, [panel]: { visible: 'no' } }),
        ],
      })),
    }),
  },
  {
    kind: 'combobox',
    label: 'Combobox with a list',
    parts: [
      { key: 'box', about: 'What has the focus: role combobox', usual: ['combobox', 'button', 'input', 'trigger'] },
      { key: 'list', about: 'What opens: role listbox', usual: ['list', 'listbox', 'popup'] },
      { key: 'option', about: 'Each choice: role option', usual: ['option', 'item'] },
    ],
    make: ({ box = '', list = '', option = '' }) => ({
      rules: [rule({ [box]: { role: 'combobox', name: NAMED, focusable: 'yes' } })],
      scenarios: [
        {
          name: 'Combobox: the arrow opens it, Escape closes it and the focus stays',
          steps: [
            focus(box),
            expect({ [box]: { 'state.expanded': 'no' }, [list]: { visible: 'no' } }),
            press('ArrowDown'),
            expect({
              [box]: { 'state.expanded': 'yes', 'attr(aria-activedescendant)': 'not none' },
              [list]: { visible: 'yes', role: 'listbox' },
              [option]: { role: 'option' },
            }),
            press('Escape'),
            expect({ [box]: { 'state.expanded': 'no', focused: 'yes' }, [list]: { visible: 'no' } }),
          ],
        },
        {
          name: 'Combobox: Enter chooses',
          steps: [
            focus(box),
            press('ArrowDown'),
            press('ArrowDown'),
            press('Enter'),
            expect({ [list]: { visible: 'no' }, [box]: { focused: 'yes', 'state.expanded': 'no' } }),
          ],
        },
      ],
    }),
  },
  {
    kind: 'tooltip',
    label: 'Tooltip',
    parts: [
      { key: 'trigger', about: 'What it belongs to', usual: ['trigger', 'button', 'control'] },
      { key: 'tip', about: 'The words: role tooltip', usual: ['tip', 'tooltip', 'hint'] },
    ],
    make: ({ trigger = '', tip = '' }) => ({
      rules: [rule({ [trigger]: { focusable: 'yes' } })],
      scenarios: [
        {
          name: 'Tooltip: the focus shows it, Escape takes it away',
          steps: [
            expect({ [tip]: { visible: 'no' } }),
            focus(trigger),
            { eventually: { by: '1s', [tip]: { visible: 'yes', role: 'tooltip' }, [trigger]: { description: NAMED } } },
            press('Escape'),
            { eventually: { by: '1s', [tip]: { visible: 'no' } } },
            expect({ [trigger]: { focused: 'yes' } }),
          ],
        },
      ],
    }),
  },
  {
    kind: 'alert',
    label: 'Alert',
    parts: [{ key: 'alert', about: 'What is told at once: role alert', usual: ['alert', 'notice', 'message'] }],
    make: ({ alert = '' }) => ({
      rules: [rule({ [alert]: { role: 'alert' } })],
      scenarios: [
        {
          name: 'Alert: it takes no focus',
          steps: [expect({ [alert]: { visible: 'yes', focused: 'no' } })],
        },
      ],
    }),
  },
  {
    kind: 'dialog',
    label: 'Dialog',
    parts: [
      { key: 'trigger', about: 'What opens it', usual: ['trigger', 'button', 'opener'] },
      { key: 'dialog', about: 'What opens: role dialog', usual: ['dialog', 'panel', 'sheet'] },
    ],
    make: ({ trigger = '', dialog = '' }) => ({
      rules: [rule({ [trigger]: { role: 'button', focusable: 'yes' } })],
      scenarios: [
        {
          name: 'Dialog: it takes the focus, keeps it, and gives it back',
          steps: [
            focus(trigger),
            press('Enter'),
            expect({ [dialog]: { visible: 'yes', role: 'dialog', name: NAMED }, [trigger]: { focused: 'no' } }),
            press('Tab'),
            press('Tab'),
            expect({ [trigger]: { focused: 'no' } }),
            press('Escape'),
            expect({ [dialog]: { visible: 'no' }, [trigger]: { focused: 'yes' } }),
          ],
        },
      ],
    }),
  },
  {
    kind: 'slider',
    label: 'Slider',
    parts: [control('What is moved: role slider', 'slider', 'input', 'thumb')],
    make: ({ control: part = '' }) => ({
      rules: [rule({ [part]: { role: 'slider', name: NAMED, focusable: 'yes' } })],
      scenarios: [
        {
          name: 'Slider: Home, End and the arrows move it',
          steps: [
            focus(part),
            press('End'),
            expect({ [part]: { 'prop(value)': '100' } }),
            press('Home'),
            expect({ [part]: { 'prop(value)': '0' } }),
            press('ArrowRight'),
            expect({ [part]: { 'prop(value)': 'not 0' } }),
            press('ArrowLeft'),
            expect({ [part]: { 'prop(value)': '0' } }),
          ],
        },
      ],
    }),
  },
  {
    kind: 'menu-button',
    label: 'Menu button',
    parts: [
      { key: 'trigger', about: 'What opens it', usual: ['trigger', 'button'] },
      { key: 'menu', about: 'What opens: role menu', usual: ['menu', 'list', 'popup'] },
      { key: 'item', about: 'Each entry: role menuitem', usual: ['item', 'entry', 'option'] },
    ],
    make: ({ trigger = '', menu = '', item = '' }) => ({
      rules: [rule({ [trigger]: { role: 'button', name: NAMED, focusable: 'yes' } })],
      scenarios: [
        {
          name: 'Menu button: Enter opens it, the arrows go through it, Escape gives the focus back',
          steps: [
            focus(trigger),
            press('Enter'),
            expect({
              [trigger]: { 'state.expanded': 'yes' },
              [menu]: { visible: 'yes', role: 'menu' },
              [item]: { role: 'menuitem', focused: 'yes' },
            }),
            press('ArrowDown'),
            expect({ [`${item}[2]`]: { focused: 'yes' } }),
            press('Escape'),
            expect({ [menu]: { visible: 'no' }, [trigger]: { focused: 'yes', 'state.expanded': 'no' } }),
          ],
        },
      ],
    }),
  },
]
