/** Some files' part of a bundle of styles. */
export interface StylePart {
  css: string
  /** Which line of the bundle each of its lines is, from 1. */
  lines: number[]
}

// The bundler says above each file's rules which one it is; those of conditional imports stand in the condition's block.
const MARK = /^\/\* (?:library:)?(.+) \*\/$/

/**
 * Parts the styles of several modules by whose they are; each part keeps its order.
 * @param isOwn whether a file belongs to the first of the two parts
 */
export function splitStyles(css: string, isOwn: (path: string) => boolean): [StylePart, StylePart] {
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
  return [partOf(own), partOf(others)]
}

const partOf = (lines: readonly [number, string][]): StylePart => ({
  css: lines.map(([, text]) => text).join('\n'),
  lines: lines.map(([at]) => at),
})
