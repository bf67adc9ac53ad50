import type { CheckResult, JudgeNotes, Measured, PlannedCase } from '@/core/plan'
import type { Inventory } from '@/stage'
import type { PicturePart } from '../pictures'
import type { Declared, SurveyPart } from '../SurveyCollector'
import type { Chunk } from './divide'
import type { ComparedReadings } from './ReadingStore'

/** Cases that are read together, with what there is to know for it. Plain data: it may be done elsewhere. */
export interface ChunkTask extends Chunk {
  /** Each case has a document of its own. */
  isIsolated: boolean
  /** What the component does outside of its cases spoils all. */
  watchesSideEffects: boolean
  /** One case is held against the same in a plain document. */
  isHeldToPlain: boolean
  /** The reader is held against the engine. */
  isCompared: boolean
  /** Keys of cases whose forced states are held against real input. */
  samples: readonly string[]
  /** All that was read is given back, not only what came of it. */
  keepsReadings: boolean
  /** What styles declare, as far as other chunks have told. */
  declared: Declared
  /** Readings of cases that these are compared with, where they are known. */
  compared: readonly [key: string, readings: ComparedReadings][]
  /** Nothing is wanted but what its cases come to. */
  isSecondLook: boolean
}

/** What came of one case of a chunk. */
export interface CaseReading {
  /** Why it could not be brought about. */
  failure?: string
  /** No pointer can reach it: that its states are forced is all there is. */
  isOutOfReach?: boolean
  /** None of a case that is not judged. `later`: compared with a case that is not known. */
  checks: readonly (CheckResult | 'later')[]
  /** By the places of its requests; left out where nobody needs them. */
  readings?: readonly Measured[]
  /** Of a sample: all that the case shows in its nodes. */
  trace?: string
}

/** What came of a chunk. Plain data. */
export interface ChunkReading {
  /** By the places of the task's cases; none where a side effect was found. */
  cases: CaseReading[]
  judge: JudgeNotes
  /** What is to be known about how cases were brought about: one for each case of which there is any. */
  notes: string[]
  /** What is to be known of the component as a whole. */
  incidents: string[]
  /** What the component has done outside of its cases. */
  sideEffect?: string
  /** What of the component is otherwise in a plain document. */
  differs?: string
  /** What stood there; unknown where the page was lost afterwards. */
  inventory?: Inventory
  survey?: SurveyPart
  pictures?: PicturePart
}

/** A case that real input brings about. Plain data. */
export interface ActTask {
  planned: PlannedCase
  isPictured: boolean
  /** As in `ChunkTask`. */
  compared: ChunkTask['compared']
}
