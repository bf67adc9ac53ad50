export { reduce, type Reduced } from './reduce'
export {
  newSession,
  statusOf,
  type Ask,
  type DraftPlace,
  type Effect,
  type Session,
  type SessionEvent,
  type Status,
  type Step,
  type Timer,
} from './session'
