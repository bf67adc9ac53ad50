import { defineCheck } from '../defineCheck'
import { NAMED, expect, rule, press, focus } from '../words'

export const tooltip = defineCheck({
  kind: 'tooltip',
  label: 'Tooltip',
  signs: /role=["'{]*tooltip\b/,
  parts: [
    { key: 'trigger', about: 'What it belongs to', commonNames: ['trigger', 'button', 'control'] },
    { key: 'tip', about: 'The words: role tooltip', commonNames: ['tip', 'tooltip', 'hint'] },
  ],
  make: ({ trigger = '', tip = '' }) => ({
    rules: [rule({ [trigger]: { focusable: 'yes' } })],
    scenarios: [
      {
        name: 'Tooltip: the focus shows it, Escape takes it away',
        steps: [
          expect({ [tip]: { visible: 'no' } }),
          focus(trigger),
          { eventually: { by: '1s', [tip]: { visible: 'yes', role: 'tooltip' }, [trigger]: { description: NAMED } } },
          press('Escape'),
          { eventually: { by: '1s', [tip]: { visible: 'no' } } },
          expect({ [trigger]: { focused: 'yes' } }),
        ],
      },
    ],
  }),
})
