import { aria, roles, type ARIAProperty, type ARIARoleDefinitionKey } from 'aria-query'

/** The states of ARIA that are read, each as `state.…`. */
export const ARIA_STATES = [
  'checked',
  'disabled',
  'expanded',
  'selected',
  'pressed',
  'invalid',
  'busy',
  'readonly',
] as const

export type AriaState = (typeof ARIA_STATES)[number]

const attributeOf = (state: AriaState): ARIAProperty => `aria-${state}`

/** Whether ARIA allows a state to be `mixed`. */
export const canBeMixed = (state: AriaState): boolean => aria.get(attributeOf(state))?.type === 'tristate'

/** Whether ARIA allows an element of this role to have the state. */
export const allowsState = (role: string, state: AriaState): boolean =>
  attributeOf(state) in (roles.get(role as ARIARoleDefinitionKey)?.props ?? {})
