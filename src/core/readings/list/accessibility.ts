import { canBeMixed, ARIA_STATES, type AriaState } from '../ariaStates'
import { defineReading } from '../defineReading'

const state = <const State extends AriaState>(name: State) =>
  defineReading({
    name: `state.${name}`,
    kind: 'truth',
    origin: 'accessibility',
    about: `Whether assistive technology is told that the part is ${name}${canBeMixed(name) ? '; `mixed` is possible' : ''}.`,
    example: 'yes',
    survey: 'elements',
    silent: /^no$/,
  })

/** Readings of what assistive technology is told, from the browser's own accessibility tree. */
export const ACCESSIBILITY = [
  defineReading({
    name: 'role',
    kind: 'text',
    origin: 'accessibility',
    about: 'The role, as ARIA calls it; `none` for what the tree ignores.',
    example: 'button',
    survey: 'elements',
    silent: /^(none|generic)$/,
  }),
  defineReading({
    name: 'name',
    kind: 'text',
    origin: 'accessibility',
    about: 'The accessible name.',
    example: 'Close',
    survey: 'elements',
    silent: /^$/,
  }),
  defineReading({
    name: 'description',
    kind: 'text',
    origin: 'accessibility',
    about: 'The accessible description.',
    example: 'At least 8 characters',
  }),
  ...ARIA_STATES.map((each) => state(each)),
] as const
