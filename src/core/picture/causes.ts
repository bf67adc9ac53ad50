import type { Trait, TraitLine } from './traits'

/** Why a picture has changed: a line that was written, taken away or changed, or else a reading that came to something else. */
export type Cause =
  | { kind: 'line'; before?: TraitLine | undefined; after?: TraitLine | undefined }
  | { kind: 'reading'; part: string; reading: string; from: string; to: string }

/** A reading that came to something else. */
export interface TraitChange {
  part: string
  reading: string
  /** Empty where it was not there. */
  from: string
  to: string
}

/** What has changed between two pictures of a case. */
export interface Explanation {
  causes: Cause[]
  changes: TraitChange[]
}

/** Explains by what was read with two pictures of a case why they differ; nothing, where no reading does. */
export function explain(before: readonly Trait[], after: readonly Trait[]): Explanation {
  const keyOf = ({ part, reading }: Trait) => `${part}|${reading}`
  const [old, now] = [before, after].map((traits) => new Map(traits.map((trait) => [keyOf(trait), trait]))) as [
    Map<string, Trait>,
    Map<string, Trait>,
  ]
  const changes: TraitChange[] = []
  const lines = new Map<string, Cause>()
  for (const key of new Set([...old.keys(), ...now.keys()])) {
    const [from, to] = [old.get(key), now.get(key)]
    if (from?.text === to?.text) continue
    const { part, reading } = (to ?? from)!
    changes.push({ part, reading, from: from?.text ?? '', to: to?.text ?? '' })
    for (const cause of changedLines(from?.lines ?? [], to?.lines ?? [])) lines.set(causeKey(cause), cause)
  }
  // What no line has changed follows from what one has.
  if (lines.size > 0) return { causes: sorted([...lines.values()]), changes }
  return { causes: sorted(changes.map((change): Cause => ({ kind: 'reading', ...change }))), changes }
}

/**
 * Lines that were changed, with the line each has become, by the property that they declare. Where there are such, lines that only
 * came or went follow from them, as a token that is not named any more.
 */
function changedLines(before: readonly TraitLine[], after: readonly TraitLine[]): Cause[] {
  const textOf = ({ file, declaration }: TraitLine) => `${file}|${declaration}`
  const [old, now] = [new Set(before.map(textOf)), new Set(after.map(textOf))]
  const gone = before.filter((line) => !now.has(textOf(line)))
  const come = after.filter((line) => !old.has(textOf(line)))
  const causes: { kind: 'line'; before: TraitLine | undefined; after: TraitLine | undefined }[] = []
  for (const line of come) {
    const at = gone.findIndex((each) => nameOf(each) === nameOf(line))
    causes.push({ kind: 'line', before: at < 0 ? undefined : gone.splice(at, 1)[0], after: line })
  }
  const changed = causes.filter(({ before: from }) => from !== undefined)
  if (changed.length > 0) return changed
  return [...causes, ...gone.map((line): Cause => ({ kind: 'line', before: line, after: undefined }))]
}

const nameOf = ({ declaration }: TraitLine) => declaration.slice(0, declaration.indexOf(':')).trim()

/** Names a cause: equal names are one cause. */
export function causeKey(cause: Cause): string {
  if (cause.kind === 'reading') return JSON.stringify([cause.part, cause.reading, cause.from, cause.to])
  const line = (each: TraitLine | undefined) => each && [each.file, each.line, each.declaration]
  return JSON.stringify([line(cause.before), line(cause.after)])
}

const sorted = (causes: readonly Cause[]): Cause[] =>
  [...new Map(causes.map((cause) => [causeKey(cause), cause])).entries()]
    .toSorted(([a], [b]) => (a < b ? -1 : 1))
    .map(([, cause]) => cause)

/** A cause in words. */
export function causeText(cause: Cause): string {
  if (cause.kind === 'reading') {
    const { part, reading, from, to } = cause
    return `${reading} of ${part}: ${from || 'nothing'} → ${to || 'nothing'}`
  }
  const { before, after } = cause
  if (!before) return `${after!.declaration} came`
  if (!after) return `${before.declaration} went`
  const value = ({ declaration }: TraitLine) => declaration.slice(declaration.indexOf(':') + 1).trim()
  return `${before.declaration} → ${value(after)}`
}
