import type { FieldChange, TextConflict } from '@/core/edit'
import type { Lint } from '@/core/lint'
import type { Problem } from '@/core/problem'
import type { BoardModel } from '../board'

/** How a component looks with the texts as they stand, saved or not. */
export interface Preview {
  /** What the board needs; undefined while something cannot be read. */
  model?: BoardModel
  problems: Problem[]
  lints: Lint[]
}

export interface RevisionFacts {
  id: number
  number: number
  kind: string
  note: string
  author: string
  /** ISO 8601. */
  at: string
}

/** All that the Define view opens with. */
export interface Definition {
  /** The revision that the texts are those of. */
  base: number
  /** Path of the sheet. */
  file: string
  /** The component's text files by path. */
  texts: Record<string, string>
  /** Texts that were typed and not saved, the last first. */
  drafts: { path: string; tab: string; base: number; text: string; at: string }[]
  revisions: RevisionFacts[]
  /** The revisions that undo and redo would bring back. */
  undo?: number
  redo?: number
  preview: Preview
  /** Slugs of all components: what slots may accept. */
  components: string[]
  contexts: Record<string, string[]>
  folder?: string
}

export type SaveAnswer =
  | { kind: 'saved'; revision: number; note: string; merged: boolean; texts: Record<string, string | null> }
  | { kind: 'conflict'; head: number; conflicts: TextConflict[] }
  | { kind: 'refused'; problems: Problem[] }
  /** All of it was there already, in `revision`. */
  | { kind: 'unchanged'; revision: number; texts: Record<string, string | null> }

/** Two revisions, field by field. */
export interface Comparison {
  changes: FieldChange[]
}
