/** An anchor or an alias: what one block says may count in another. */
const SHARES = /(^|[\s,[{:-])[&*][\w-]/m

/**
 * A sheet's text without some of its top-level blocks; lines that stand below keep their numbers. Where blocks cannot be told apart,
 * it is the whole text.
 */
export function withoutBlocks(text: string, names: readonly string[]): string {
  if (SHARES.test(text)) return text
  const lines = text.split('\n')
  let isLeftOut = false
  const kept = lines.map((line) => {
    const name = /^([a-z][\w-]*):(\s|$)/.exec(line)?.[1]
    // A comment or a blank line before the next block goes with the one above.
    if (name !== undefined) isLeftOut = names.includes(name)
    return isLeftOut ? '' : line
  })
  return kept.join('\n').trimEnd()
}
