import { defineCheck } from '../defineCheck'
import { NAMED, expect, rule, press, focus } from '../words'

export const menuButton = defineCheck({
  kind: 'menu-button',
  label: 'Menu button',
  signs: /role=["'{]*menu\b|aria-haspopup=["']?(menu|true)\b/,
  parts: [
    { key: 'trigger', about: 'What opens it', commonNames: ['trigger', 'button'] },
    { key: 'menu', about: 'What opens: role menu', commonNames: ['menu', 'list', 'popup'] },
    { key: 'item', about: 'Each entry: role menuitem', commonNames: ['item', 'entry', 'option'] },
  ],
  make: ({ trigger = '', menu = '', item = '' }) => ({
    rules: [rule({ [trigger]: { role: 'button', name: NAMED, focusable: 'yes' } })],
    scenarios: [
      {
        name: 'Menu button: Enter opens it, the arrows go through it, Escape gives the focus back',
        steps: [
          focus(trigger),
          press('Enter'),
          expect({
            [trigger]: { 'state.expanded': 'yes' },
            [menu]: { visible: 'yes', role: 'menu' },
            [item]: { role: 'menuitem', focused: 'yes' },
          }),
          press('ArrowDown'),
          expect({ [`${item}[2]`]: { focused: 'yes' } }),
          press('Escape'),
          expect({ [menu]: { visible: 'no' }, [trigger]: { focused: 'yes', 'state.expanded': 'no' } }),
        ],
      },
    ],
  }),
})
