import { defineCheck } from '../defineCheck'
import { NAMED, control, expect, rule, press, focus } from '../words'

export const radio = defineCheck({
  kind: 'radio',
  label: 'Radio group',
  signs: /type=["']?radio\b|role=["'{]*radio\b/,
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
})
