import { defineCheck } from '../defineCheck'
import { NAMED, expect, rule, press, focus } from '../words'

export const dialog = defineCheck({
  kind: 'dialog',
  label: 'Dialog',
  signs: /<dialog\b|role=["'{]*(alert)?dialog\b/,
  parts: [
    { key: 'trigger', about: 'What opens it', commonNames: ['trigger', 'button', 'opener'] },
    { key: 'dialog', about: 'What opens: role dialog', commonNames: ['dialog', 'panel', 'sheet'] },
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
})
