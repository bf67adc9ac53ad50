import { originalPositionFor, type TraceMap } from '@jridgewell/trace-mapping'
import type { Place } from '@/core/problem'
import { pathOfAddress } from './addresses'

/** Some files' part of a bundle of styles. */
export interface StylePart {
  css: string
  /** Where a line of it stands in the file that its author wrote, if that is known. */
  originalPlace(line: number, column: number): Place | undefined
}

// The bundler says above each file's rules which one it is; those of conditional imports stand in the condition's block.
const MARK = /^\/\* (?:library:)?(.+) \*\/$/

/**
 * Parts the styles of several modules by whose they are; each part keeps its order.
 * @param isOwn whether a file belongs to the first of the two parts
 */
export function splitStyles(css: string, map: TraceMap, isOwn: (path: string) => boolean): [StylePart, StylePart] {
  const own: [number, string][] = []
  const others: [number, string][] = []
  const lines = css.split('\n')
  const fileAt = (line: string) => MARK.exec(line)?.[1]
  // What stands above the first mark goes with it.
  let file = lines.map(fileAt).find((each) => each !== undefined) ?? ''
  lines.forEach((line, at) => {
    file = fileAt(line) ?? file
    ;(isOwn(file) ? own : others).push([at + 1, line])
  })
  return [partOf(own, map), partOf(others, map)]
}

const partOf = (lines: readonly [number, string][], map: TraceMap): StylePart => ({
  css: lines.map(([, text]) => text).join('\n'),
  originalPlace: (line, column) => {
    const at = lines[line - 1]?.[0]
    if (at === undefined) return undefined
    const found = originalPositionFor(map, { line: at, column: Math.max(0, column - 1) })
    if (found.source === null) return undefined
    return { file: pathOfAddress(found.source), line: found.line, column: found.column + 1 }
  },
})
