import { defineCheck } from '../defineCheck'
import { NAMED, control, expect, rule, press, focus } from '../words'

export const slider = defineCheck({
  kind: 'slider',
  label: 'Slider',
  signs: /type=["']?range\b|role=["'{]*slider\b/,
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
})
