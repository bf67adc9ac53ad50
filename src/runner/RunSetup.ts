import type { Plan, PlannedCase, Readings, Request } from '@/core/plan'
import type { Library, Tolerance, Viewport } from '@/core/sheet'
import type { TokenBook } from '@/core/tokens'
import type { CompiledComponent } from '@/source'
import type { ReadingRecorder } from './kept'
import type { PictureTaker } from './pictures'
import type { StagePage } from './StagePage'

/** Reads more than rules ask for. */
export interface Surveyor {
  /** What is read besides the plan's own requests in the cases that have just been mounted. */
  more(page: StagePage, cases: readonly PlannedCase[]): Promise<readonly Request[]>
  /** Called with what was read of a case, and the requests that it was read for. */
  take(planned: PlannedCase, requests: readonly Request[], readings: Readings): void
  /** Takes what was read of cases that steps have brought about, too. */
  takesActed?: boolean
}

/** All that a run of one component needs. */
export interface RunSetup {
  plan: Plan
  component: CompiledComponent['component']
  places: CompiledComponent['places']
  tokens: TokenBook
  tolerance: Tolerance
  viewport: Viewport
  /** Names of the library's contexts. */
  contexts: readonly string[]
  /** For what steps put into slots. */
  library: Library
  surveyor?: Surveyor
  /** Notes what is read, to be judged anew when only what is expected has changed. */
  readings?: ReadingRecorder
  /** Takes pictures, where they are asked for. */
  pictures?: PictureTaker
}
