import type { Inventory } from './inventory'
import type { StageCase, StageComponent, StageContext } from './protocol'
import type { Mounted, Stage } from './Stage'

/** What the runner calls in the world of a page's component: all that mounts it. All of it is data in and data out, but for `openOwn`. */
export interface RunnerStage {
  open(component: StageComponent, context: StageContext, viewport: { width: number; height: number }): Promise<void>
  openOwn(component: StageComponent, lastReference: number): Promise<Stage>
  setContext(context: StageContext): void
  /** Mounts cases after those that stand, and brings them about, but for the states of their own parts. */
  mount(cases: readonly StageCase[]): Promise<Mounted>
  comeToRest(): Promise<{ isSettled: boolean }>
  /** Whether the component's code has asked to be told of sizes, or of what is in sight. */
  isWatching(): boolean
  /** Properties that only a custom element itself knows, as texts; null where a part is not there. */
  said(asked: readonly Said[]): (string | null)[]
  /** What the component has done outside of its cases so far, which is why each needs a document of its own. */
  sideEffect(): string | undefined
  /** What is otherwise in a plain document, where a case shares one with others, in words. */
  differsInPlain(): Promise<string | undefined>
  /** Takes all cases away. @returns what stood in them */
  clear(): Inventory
  /** Errors that component code threw outside of any case. */
  incidents(): string[]
}

/** A property of matches of a part in a case. */
export interface Said {
  caseIndex: number
  part: string
  /** From 1, or all matches. */
  index: number | 'all'
  property: string
}

export type StageWindow = Window & typeof globalThis & { breltStage: RunnerStage; breltBeat?: (index: string) => void }
