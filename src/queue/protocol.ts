import type { StrengthWay } from '@/core/breaks'
import type { Film, ScenarioResult } from '@/core/scenario'
import type { ActTask, ChunkReading, ChunkTask, Fault, InputResult, Share, ShareFound } from '@/runner'
import type { ClockKind } from '@/stage'

/** A task of a chunk as it travels: its cases by their places in the plan. */
export type SentChunk = Omit<ChunkTask, 'cases'> & { cases: number[] }

export type SentAct = Omit<ActTask, 'planned'> & { planned: number }

/** A component as work names it. */
export interface SentComponent {
  slug: string
  /** The packed component, by its hash. */
  compiled: string
}

interface OfComponent extends SentComponent {
  /** Where pictures are taken; left out where they are not. */
  rig?: string
}

interface OfScenario extends OfComponent {
  /** Its place among the component's. */
  scenario: number
  clock?: ClockKind
}

/** What workers are asked to do, by its kind, with what comes of it. */
export interface Jobs {
  read: { asked: OfComponent & { task: SentChunk }; found: { reading: ChunkReading } | { fault: Fault } }
  act: { asked: OfComponent & { task: SentAct }; found: InputResult }
  perform: { asked: OfScenario & { repeat?: number }; found: ScenarioResult }
  film: { asked: OfScenario; found: Film }
  break: { asked: OfComponent & { way: StrengthWay; share: Share }; found: ShareFound }
}

export type JobKind = keyof Jobs

/** One piece of work, as it lies in the queue. */
export interface Job<Kind extends JobKind = JobKind> {
  run: string
  /** Counts the pieces of a run. */
  number: number
  /** The packed library, by its hash. */
  library: string
  kind: Kind
  asked: Jobs[Kind]['asked']
}

/** What a worker tells whoever gave the work. */
export type Message = { number: number; from: string } & (
  | { found: unknown }
  /** It could not be done by this worker: others may. */
  | { back: string }
  /** A packed library or component, or an approved picture, which is not there. */
  | { want: string }
  | { progress: [done: number, total: number] }
)
