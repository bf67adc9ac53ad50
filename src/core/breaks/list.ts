import { attributeOut } from './attribute'
import { colourMoved } from './colour'
import { declarationOut } from './declaration'
import { durationChanged } from './duration'
import { eventUnsent } from './event'
import { focusUngiven } from './focus'
import { lengthNudged } from './length'
import { listenerOut } from './listener'
import { stateOut } from './state'
import { textEmptied } from './text'
import { timerChanged } from './timer'
import { tokenExchanged } from './token'

/** Every kind of breaks, in the order of tables. */
export const BREAK_LIST = [
  declarationOut,
  lengthNudged,
  durationChanged,
  colourMoved,
  tokenExchanged,
  stateOut,
  attributeOut,
  textEmptied,
  eventUnsent,
  timerChanged,
  listenerOut,
  focusUngiven,
] as const
