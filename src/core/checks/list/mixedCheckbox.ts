import { defineCheck } from '../defineCheck'
import { NAMED, expect, rule, press, focus, click } from '../words'

export const mixedCheckbox = defineCheck({
  kind: 'mixed-checkbox',
  label: 'Checkbox over others',
  signs: /(type=["']?checkbox\b[\s\S]*){3}|role=["'{]*group\b[\s\S]*type=["']?checkbox\b/,
  parts: [
    { key: 'whole', about: 'The checkbox that stands for all', commonNames: ['whole', 'all', 'parent'] },
    { key: 'each', about: 'The checkboxes under it', commonNames: ['tick', 'each', 'child', 'item'] },
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
})
