import { defineCheck } from '../defineCheck'
import { NAMED, expect, rule, press, focus } from '../words'

export const tabs = defineCheck({
  kind: 'tabs',
  label: 'Tabs',
  signs: /role=["'{]*tab\b/,
  parts: [
    { key: 'list', about: 'Around the tabs: role tablist', commonNames: ['list', 'tabs', 'tablist'] },
    { key: 'tab', about: 'Each tab: role tab', commonNames: ['tab', 'trigger'] },
    { key: 'panel', about: 'What a tab shows: role tabpanel', commonNames: ['panel', 'content'] },
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
})
