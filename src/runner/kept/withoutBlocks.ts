/** An anchor or an alias: what one block says may count in another. */
const SHARES = /(^|[\s,[{:-])[&*][\w-]/m
const KEY = /^([a-z][\w-]*):(\s|$)/
/** What may begin a line and goes on with the block above: nothing, a list's item, the end of brackets, a comment. */
const GOES_ON = /^(\s|$|#|- |-$|[\]}])/

/**
 * A sheet's text without some of its top-level blocks; lines that stand below keep their numbers. Where blocks cannot be told apart,
 * it is the whole text.
 */
export function withoutBlocks(text: string, names: readonly string[]): string {
  const lines = text.split('\n')
  // A key in quotes, a document's mark: what is not known to go on may begin a block.
  if (SHARES.test(text) || !lines.every((line) => KEY.test(line) || GOES_ON.test(line))) return text
  let isLeftOut = false
  const kept = lines.map((line) => {
    const name = KEY.exec(line)?.[1]
    // A comment or a blank line before the next block goes with the one above.
    if (name !== undefined) isLeftOut = names.includes(name)
    return isLeftOut ? '' : line
  })
  return kept.join('\n').trimEnd()
}
