import { defineCheck } from '../defineCheck'
import { control, expect, focus, NAMED, press, rule } from '../words'

/** A control that Space turns on and off. */
const toggled = <const Kind extends string>(kind: Kind, label: string, signs: RegExp, commonNames: string) =>
  defineCheck({
    kind,
    label,
    signs,
    parts: [control(`What is turned on and off: role ${kind}`, commonNames, 'input', 'control')],
    make: ({ control: part = '' }) => ({
      rules: [rule({ [part]: { role: kind, name: NAMED, focusable: 'yes' } })],
      scenarios: [
        {
          name: `${label}: Space turns it on and off`,
          steps: [
            focus(part),
            expect({ [part]: { 'state.checked': 'no' } }),
            press('Space'),
            expect({ [part]: { 'state.checked': 'yes', focused: 'yes' } }),
            press('Space'),
            expect({ [part]: { 'state.checked': 'no' } }),
          ],
        },
      ],
    }),
  })

export const checkbox = toggled('checkbox', 'Checkbox', /type=["']?checkbox\b|role=["'{]*checkbox\b/, 'checkbox')
export const switchCheck = toggled('switch', 'Switch', /role=["'{]*switch\b/, 'switch')
