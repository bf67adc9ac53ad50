import { defineCheck } from '../defineCheck'
import { expect, rule } from '../words'

export const status = defineCheck({
  kind: 'status',
  label: 'Status message',
  signs: /role=["'{]*(status|log)\b|aria-live=["']?polite\b/,
  parts: [{ key: 'status', about: 'What is told in passing: role status', commonNames: ['status', 'note', 'message'] }],
  make: ({ status: part = '' }) => ({
    rules: [rule({ [part]: { role: 'status or log' } })],
    scenarios: [
      {
        name: 'Status message: it is there before it says anything, and takes no focus',
        steps: [expect({ [part]: { present: 'yes', focused: 'no' } })],
      },
    ],
  }),
})
