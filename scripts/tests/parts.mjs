// A lane's files, divided so that each part takes as long as the others.
import { keptTimes } from './times.mjs'

// What is new has not been measured yet.
const UNKNOWN_SECONDS = 5

/** @returns parts with a name, files and the seconds that they took the last time */
export function partsOf({ name, files, parts }) {
  const kept = keptTimes()
  const secondsOf = (file) => kept[file]?.seconds ?? UNKNOWN_SECONDS
  const made = Array.from({ length: Math.min(parts, files.length) }, (_, at) => ({
    name: `${name}-${at + 1}`,
    files: [],
    seconds: 0,
  }))
  for (const file of files.toSorted((a, b) => secondsOf(b) - secondsOf(a))) {
    const least = made.reduce((one, other) => (other.seconds < one.seconds ? other : one))
    least.files.push(file)
    least.seconds += secondsOf(file)
  }
  return made
}
