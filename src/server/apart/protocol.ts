import type { Problem } from '@/core/problem'
import type { FileTree } from '@/core/sheet'
import type { WorkName, Works } from './works'

/** A library's files, as they stand on one state's texts and some others. */
export interface TreeName {
  /** Names the state in the process that asks. */
  id: number
  texts: Readonly<Record<string, string | null>>
}

export interface WorkAsk {
  work: WorkName
  args: unknown
  tree?: TreeName | undefined
}

/** The files of a state that was named and is not known. */
export type TreeFiles = Pick<FileTree, 'folder' | 'styleBuild'> & { files: ReadonlyMap<string, Uint8Array> }

/** Faults of the author's files are told as such. */
export type WorkAnswer = { done: Awaited<ReturnType<Works[WorkName]>> } | { problems: readonly Problem[] }
