import type { Performed } from '@/core/breaks'
import type { EventRecord, Activity } from '@/core/steps'
import type { StageCase, StageComponent, StageContext, StageFilling } from '../protocol'
import type { Inventory } from '../inventory'
import type { ClockKind } from '../clock'
import type { Said } from '../RunnerStage'
import type { Aim, AimAt } from './aim'

/** What is under way in a page at a moment. */
export interface Pending {
  /** How often the document has changed so far. */
  changes: number
  /** A script waits for a frame. */
  wantsFrame: boolean
  /** An animation is just about to begin or to end. */
  isBetween: boolean
  /** How many frames have been drawn so far, where the engine keeps the time. */
  frames: number
}

/** What a performance asks of its page. All of it is data in and data out. */
export interface PlayStage {
  /** Loads the code of the component that the page holds. Time must pass meanwhile. */
  open(context: StageContext, clock: ClockKind, events: readonly string[]): Promise<void>
  /** Mounts the one case in sight: from here on time is the scenario's. */
  mount(stageCase: StageCase): Pending & { failure?: string }
  /** Sets what its axes' values set on elements, now that it stands; tells how many states they ask for. */
  reach(): Pending & { failure?: string; states: number }
  /** The states that its axes' values ask for, those of components in its slots too, by the order in which they are brought about. */
  states(): { part: string; pseudo: string[]; isOwn: boolean }[]
  /** Where a person would point to bring the element of such a state about. */
  aimAtState(at: number): Aim
  /** Whether the focus lies in the element of such a state; `give` gives it by script. */
  stateHasFocus(at: number, give?: boolean): boolean
  /** What of such states input cannot bring about is left to the engine, by reference number. */
  forceState(at: number): [number, string[]][]
  /** How often the document has changed since the page was opened. */
  changes(): number
  pending(): Pending
  /** All that the case shows in its nodes, as a text to compare. */
  traceOf(): string
  setContext(context: StageContext): void
  activity(): Activity
  /** How far the document's timeline lay behind its timers in the last frame, in ms. */
  lag(): { lag: number; frames: number }
  /**
   * Goes on to a moment, or is told that time is about to; gives back the time that it is, and how far the engine's own has run ahead
   * of it so far, in ms.
   */
  goTo(time: number): Promise<{ now: number; ahead: number }>
  /** Called after all input: what it has started stands still until time goes on. */
  hold(): Promise<void>
  /** Gives the focus by script, for parts that Tab does not reach. */
  focus(at: AimAt): boolean
  /** Puts the caret behind the text that has the focus. */
  caretToEnd(): void
  update(props: Readonly<Record<string, unknown>>, slots: Readonly<Record<string, StageFilling>>): void
  /** Properties that only a custom element itself knows, as texts; null where a part is not there. */
  said(asked: readonly Said[]): (string | null)[]
  /** What stands in the case, for lints. */
  inventory(): Inventory
  events(): EventRecord[]
  /** What the component did since it stands, and what came of it as a text to compare. */
  deeds(): { done: Performed[]; trace: string }
  /** Errors that were thrown, and what the clock does not control. */
  notes(): string[]
}

export type PlayWindow = Window & typeof globalThis & { breltStage: PlayStage; breltComponent?: StageComponent }
