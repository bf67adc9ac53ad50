import type { Preference, TextConflict } from '@/core/edit'
import type { Problem } from '@/core/problem'
import type { Definition, Preview, SaveAnswer } from '@/contract'

/** How what is on the screen stands to what is saved. */
export type Status =
  | { kind: 'saved' }
  | { kind: 'typing' }
  | { kind: 'saving' }
  | { kind: 'broken' }
  | { kind: 'offline'; message: string }
  | { kind: 'conflict'; conflicts: readonly TextConflict[] }

/** A way through the history. */
export type Step = { kind: 'undo' | 'redo' } | { kind: 'restore'; id: number }

/** A draft that the server keeps: a text of one file, typed in one tab. */
export interface DraftPlace {
  path: string
  tab: string
}

/** What somebody wants of the server; it is asked for when the request before it has been answered. */
export type Want =
  | { kind: 'load' }
  /** Render what is typed, and keep it as drafts. */
  | { kind: 'preview' }
  | { kind: 'save'; prefer?: Preference }
  | { kind: 'step'; step: Step }

/** A request as it is sent, with all that it carries. */
export type Ask =
  | { kind: 'load' }
  | { kind: 'preview'; base: number; texts: Record<string, string>; drop: readonly DraftPlace[] }
  | { kind: 'save'; base: number; texts: Record<string, string>; prefer?: Preference }
  | { kind: 'step'; step: Step }

/** One component that is being edited. Nothing here knows of React, the network or clocks. */
export interface Session {
  /** Names this tab's drafts, so that two tabs never overwrite each other's. */
  tab: string
  definition?: Definition
  texts: Readonly<Record<string, string>>
  /** Paths whose text was typed here and is not saved. */
  unsaved: ReadonlySet<string>
  /** The revision that the unsaved texts were typed over; 0 before the first load. */
  base: number
  /** The newest revision that was told of before the first load was answered: the answer may be older than it. */
  heard?: number | undefined
  preview?: Preview
  problems: readonly Problem[]
  conflicts: readonly TextConflict[]
  /** Why the last request was not answered. */
  failure?: string | undefined
  /**
   * A save that was not answered: the server may have it or not. It is sent again as it was before anything newer is, or a
   * text that was taken back meanwhile would look as if it had never been changed.
   */
  lost?: Extract<Ask, { kind: 'save' }> | undefined
  /** Drafts that the server keeps for this component and that this session answers for. */
  drafts: readonly DraftPlace[]
  /** The request that is on its way: one at a time, so that none overtakes another. */
  flight?: Ask | undefined
  /** A load that follows a save belongs to it: the screen says "saving" until both are done. */
  isSettling: boolean
  wants: readonly Want[]
  /** When what is being typed now was begun, in milliseconds. */
  typingSince?: number | undefined
}

export type SessionEvent =
  | { kind: 'wanted'; want: Want }
  /** `at` in milliseconds of any steady clock. */
  | { kind: 'changed'; texts: Readonly<Record<string, string>>; when: 'now' | 'later'; at: number }
  | { kind: 'not-changed'; problem: Problem }
  | { kind: 'discarded' }
  | { kind: 'loaded'; definition: Definition }
  | { kind: 'previewed'; preview: Preview }
  | { kind: 'saved'; answer: SaveAnswer }
  | { kind: 'stepped'; answer: SaveAnswer }
  | { kind: 'failed'; message: string }
  /** Another tab, a folder or a colleague has saved: the component's newest revision. */
  | { kind: 'head'; head: number }

export type Timer = 'load' | 'preview' | 'save'

export type Effect =
  | { kind: 'ask'; ask: Ask }
  /** Wants `timer` after so many milliseconds, in place of what was set before. */
  | { kind: 'timer'; timer: Timer; ms: number }
  | { kind: 'no-timer'; timer: Timer }

export const newSession = (tab: string): Session => ({
  tab,
  texts: {},
  unsaved: new Set(),
  base: 0,
  problems: [],
  conflicts: [],
  drafts: [],
  isSettling: false,
  wants: [],
})

/** What a session shows of itself. */
export function statusOf({ flight, isSettling, conflicts, failure, problems, unsaved, wants }: Session): Status {
  if (isSettling || flight?.kind === 'save' || flight?.kind === 'step') return { kind: 'saving' }
  if (failure !== undefined) return { kind: 'offline', message: failure }
  if (conflicts.length > 0) return { kind: 'conflict', conflicts }
  if (wants.some(({ kind }) => kind === 'save' || kind === 'step')) return { kind: 'saving' }
  if (problems.length > 0) return { kind: 'broken' }
  return { kind: unsaved.size > 0 ? 'typing' : 'saved' }
}
