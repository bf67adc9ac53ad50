import { defineCheck } from '../defineCheck'
import { NAMED, expect, rule, press, focus } from '../words'

export const combobox = defineCheck({
  kind: 'combobox',
  label: 'Combobox with a list',
  signs: /role=["'{]*(combobox|listbox)\b/,
  parts: [
    { key: 'box', about: 'What has the focus: role combobox', commonNames: ['combobox', 'button', 'input', 'trigger'] },
    { key: 'list', about: 'What opens: role listbox', commonNames: ['list', 'listbox', 'popup'] },
    { key: 'option', about: 'Each choice: role option', commonNames: ['option', 'item'] },
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
})
