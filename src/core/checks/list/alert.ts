import { defineCheck } from '../defineCheck'
import { expect, rule } from '../words'

export const alert = defineCheck({
  kind: 'alert',
  label: 'Alert',
  signs: /role=["'{]*alert\b/,
  parts: [{ key: 'alert', about: 'What is told at once: role alert', commonNames: ['alert', 'notice', 'message'] }],
  make: ({ alert = '' }) => ({
    rules: [rule({ [alert]: { role: 'alert' } })],
    scenarios: [
      {
        name: 'Alert: it takes no focus',
        steps: [expect({ [alert]: { visible: 'yes', focused: 'no' } })],
      },
    ],
  }),
})
