/** A part as rules and scenarios name it: `header`, `header[2]`, `header[*]`. */
export interface PartReference {
  part: string
  /** Which match, from 1; `all` for `[*]`. */
  index: number | 'all'
}

/** Takes the name of a part apart. */
export function parsePartReference(text: string): PartReference {
  const match = /^([^[]+)(?:\[(\d+|\*)\])?$/.exec(text)
  if (!match) return { part: text, index: 1 }
  return { part: match[1]!, index: match[2] === '*' ? 'all' : Number(match[2] ?? 1) }
}
