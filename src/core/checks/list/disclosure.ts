import { defineCheck } from '../defineCheck'
import { NAMED, expect, rule, press, focus } from '../words'

export const disclosure = defineCheck({
  kind: 'disclosure',
  label: 'Disclosure or accordion',
  signs: /aria-expanded|<details\b/,
  parts: [
    {
      key: 'header',
      about: 'What opens it: role button, with its state expanded',
      commonNames: ['header', 'trigger', 'button', 'summary'],
    },
    { key: 'panel', about: 'What is opened', commonNames: ['panel', 'content', 'body'] },
  ],
  make: ({ header = '', panel = '' }) => ({
    rules: [rule({ [header]: { role: 'button', name: NAMED, focusable: 'yes' } })],
    scenarios: ['Enter', 'Space'].map((key) => ({
      name: `Disclosure: ${key} opens and closes it`,
      steps: [
        focus(header),
        expect({ [header]: { 'state.expanded': 'no' }, [panel]: { visible: 'no' } }),
        press(key),
        expect({ [header]: { 'state.expanded': 'yes', focused: 'yes' }, [panel]: { visible: 'yes' } }),
        press(key),
        expect({ [header]: { 'state.expanded': 'no' }, [panel]: { visible: 'no' } }),
      ],
    })),
  }),
})
