import { defineCheck } from '../defineCheck'
import { control, expect, focus, NAMED, rule } from '../words'

export const button = defineCheck({
  kind: 'button',
  label: 'Button',
  signs: /<button\b|role=["'{]*button\b/,
  parts: [control('What is pressed: role button', 'button', 'trigger', 'root', 'control')],
  make: ({ control: part = '' }) => ({
    rules: [rule({ [part]: { role: 'button', name: NAMED } })],
    scenarios: [
      {
        name: 'Button: the Tab key reaches it',
        steps: [focus(part), expect({ [part]: { focused: 'yes', 'state.disabled': 'no' } })],
      },
    ],
  }),
})
