import { diffPatch } from 'node-diff3'

/** Some lines of a text that others have taken the place of. */
export interface LineChange {
  /** Where they stand now, from 1; where nothing stands in their place, the line before which they stood. */
  line: number
  removed: string[]
  added: string[]
}

// Comparing takes lines times changed lines: what is larger was made by a program.
const MAX_CHARACTERS = 200_000

/** What differs between two texts, line by line; undefined where they are too large to be compared. */
export function lineChanges(before: string, after: string): LineChange[] | undefined {
  if (before.length > MAX_CHARACTERS || after.length > MAX_CHARACTERS) return undefined
  const lines = (text: string) => (text === '' ? [] : text.replace(/\r?\n$/, '').split(/\r?\n/))
  return diffPatch(lines(before), lines(after)).map(({ buffer1, buffer2 }) => ({
    line: buffer2.offset + 1,
    removed: [...buffer1.chunk],
    added: [...buffer2.chunk],
  }))
}
