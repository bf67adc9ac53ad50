import { originalPositionFor, type TraceMap } from '@jridgewell/trace-mapping'
import type { Place } from '@/core/problem'
import { pathOfAddress } from './addresses'

/** The way back from a compiled sheet's lines to its author's files. */
export interface StylePlaces {
  /** The sheet's own file, for what no map tells of. */
  file: string
  map?: TraceMap | undefined
  /** Which line of what the map was made for each line is, from 1; its own where left out. */
  lines?: readonly number[]
}

/** Where a line and a column of a compiled sheet, both from 1, stand in the file that their author wrote. */
export function originalPlace({ file, map, lines }: StylePlaces, line: number, column: number): Place {
  if (!map) return { file, line, column }
  const at = lines ? lines[line - 1] : line
  const found = at === undefined ? undefined : originalPositionFor(map, { line: at, column: Math.max(0, column - 1) })
  if (lines && found?.source == null) return { file, line: 1, column: 1 }
  const source = found?.source ? pathOfAddress(found.source) : file
  return { file: source, line: found?.line ?? line, column: (found?.column ?? 0) + 1 }
}
