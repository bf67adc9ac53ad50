/** What is looked for in: a name, and what stands beside it. */
export interface Searched {
  kind: string
  label: string
  detail?: string
}

/**
 * Those in which all words stand, the best first: what is called so, then what begins so, then where it stands in the name; else in
 * the order in which they are given.
 * @param most how many are given back
 */
export function bestMatches<T extends Searched>(all: readonly T[], words: string, most: number): T[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
  const ranks: T[][] = [[], [], [], []]
  for (const item of all) {
    const label = item.label.toLowerCase()
    const whole = `${item.kind} ${label} ${(item.detail ?? '').toLowerCase()}`
    if (!wanted.every((word) => whole.includes(word))) continue
    const typed = wanted.join(' ')
    const rank =
      label === typed ? 0 : label.startsWith(typed) ? 1 : wanted.every((word) => label.includes(word)) ? 2 : 3
    ranks[rank]!.push(item)
  }
  return ranks.flat().slice(0, most)
}
