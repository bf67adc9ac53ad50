import type { ReadingChange } from '../scenario'
import type { StepFile } from '../steps'

/** A reading that became another value at some moment. */
export type Changed = Omit<ReadingChange, 'at' | 'step'>

/** What was seen while somebody acted on a component. Times are virtual, in ms since the recording's start. */
export type Observation =
  | {
      kind: 'input'
      at: number
      input: StepFile
      /** How many timers and frames of scripts were waited for when it came: the time since what came before counts then. */
      timers: number
      /** An animation was in its middle: what it leads to was not seen. */
      isMoving: boolean
    }
  /** The last input turned out to be another, such as a press that became a drag; `undefined` takes it back. */
  | { kind: 'amend'; input: StepFile | undefined }
  | {
      kind: 'moment'
      at: number
      changes: readonly Changed[]
      /** A timer or a frame that a script asked for has come: not only input and its animations were at work. */
      isTimed: boolean
      isMoving: boolean
    }
  | { kind: 'note'; text: string }
  /** The recording was stopped. */
  | { kind: 'end'; at: number; timers: number; isMoving: boolean }

/** What a recording calls the component's events among its readings: their count since its start. */
export const EVENTS = 'events'
