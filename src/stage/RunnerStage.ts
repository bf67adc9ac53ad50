import type { Inventory } from './inventory'
import type { StageCase, StageComponent, StageContext } from './protocol'
import type { ReadingStage } from './ReadingStage'
import type { Mounted, Stage } from './Stage'

/** What the runner calls in its page. All of it is data in and data out, but for `elementOf`. */
export interface RunnerStage extends ReadingStage {
  open(component: StageComponent, context: StageContext, viewport: { width: number; height: number }): Promise<void>
  openOwn(component: StageComponent, lastReference: number): Promise<Stage>
  setContext(context: StageContext): void
  mount(cases: readonly StageCase[], parts: readonly string[]): Promise<Mounted>
  show(): Promise<{ isSettled: boolean }>
  /** What the component has done outside of its cases so far, which is why each needs a document of its own. */
  sideEffect(): string | undefined
  /** All that a mounted case shows in its nodes, as a text to compare. */
  traceOf(index: number): string
  /** What the sheets named in `own` declare for the parts of the mounted cases. */
  declared(own: string[]): ReturnType<Stage['declared']>
  features(): ReturnType<Stage['features']>
  clear(): void
  /** What stood in all cases so far. */
  inventory(): Inventory
  /** Errors that component code threw outside of any case. */
  incidents(): string[]
}

export type StageWindow = Window & typeof globalThis & { breltStage: RunnerStage; breltBeat?: (index: string) => void }
