import { defineCheck } from '../defineCheck'
import { control, expect, focus, NAMED, rule } from '../words'

export const textField = defineCheck({
  kind: 'text-field',
  label: 'Text field',
  signs:
    /<textarea\b|<input\b(?![^>]*type=["']?(checkbox|radio|range|button|submit|hidden|file|color)\b)|role=["'{]*(textbox|searchbox)\b/,
  parts: [control('What is written in: role textbox', 'input', 'field', 'control', 'textarea')],
  make: ({ control: part = '' }) => ({
    rules: [rule({ [part]: { role: 'textbox or searchbox', name: NAMED } })],
    scenarios: [
      {
        name: 'Text field: the focus reaches it, and what is typed stands in it',
        steps: [focus(part), { type: 'Hut' }, expect({ [part]: { focused: 'yes', 'prop(value)': 'Hut' } })],
      },
    ],
  }),
})
