import type { InputResult } from '../scenario'
import type { ActTask, ChunkReading, ChunkTask } from './ChunkTask'
import type { RunSetup } from './RunSetup'

/** Reads chunks of one component, one after the other. */
export interface ReadingLane {
  /** @throws ReadingFailed */
  read(task: ChunkTask): Promise<ChunkReading>
  /** No more comes. */
  end(): Promise<void>
}

/** What reads a component's cases: pages of this process, or workers elsewhere. */
export interface ComponentReaders {
  /** How many chunks are read at a time, where there is enough to do. */
  readonly lanes: number
  /** What reads chunks, each case in a document of its own or not. */
  lane(isIsolated: boolean): ReadingLane
  /** Brings a case about by real input, and reads it, when it is its turn. */
  act(task: ActTask): Promise<InputResult>
}

/** Where the work of a run is done. */
export interface CaseWorkplace {
  readersOf(setup: RunSetup): ComponentReaders
}
