import type { BenchModel, BoardModel, ComponentState } from '@/contract'
import { readScenarios } from '@/core/scenario'
import { readSheet } from '@/core/sheet'
import { readRules } from '@/core/spec'
import type { GuideFacts, Neighbour } from '@/ui/guide'

/** All that a component's page of a published guide is made of, as data. */
export interface PageData {
  /** Path and text of the sheet. */
  file: string
  text: string
  guide?: string
  board: BoardModel
  bench: BenchModel
  state?: ComponentState
  contexts: Record<string, string[]>
  components: string[]
  previous?: Neighbour
  next?: Neighbour
}

/** Reads a page's data as its guide takes it: the same on the server that writes the page and in the browser that brings it to life. */
export function factsOf({ file, text, board, bench, state, contexts }: PageData): GuideFacts {
  const { sheet } = readSheet(text, file)
  if (!sheet) throw new Error(`${file} cannot be read`) // it was read when the page was written
  const { space } = board
  return {
    sheet,
    space,
    board,
    bench,
    rules: readRules(sheet, space.dimensions).rules,
    scenarios: readScenarios(sheet, { data: { contexts } }, space),
    ...(state && { state }),
  }
}
