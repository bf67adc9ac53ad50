import type { StepFile } from '../steps'
import { keyOf, netChanges } from './changes'
import { EVENTS, type Changed, type Observation } from './observation'

/** A change that may become an expectation. */
export interface Offer extends Changed {
  /** Unlike any other of its recording. */
  key: string
  /** What most would want to be held to. */
  isUsual: boolean
}

/** What came of an input, at one moment or over a stretch of moments that lie close together. */
export interface Outcome {
  /** `rest`: when its animations had ended; `once`: at the input's own moment; `later`: when time had passed. */
  when: 'rest' | 'once' | 'later'
  /** First and last of its moments. */
  from: number
  until: number
  /** Something was moving then: it must be looked at before animations end. */
  isMoving: boolean
  offers: readonly Offer[]
}

/** An input that was recorded, and what came of it. */
export interface Act {
  input: StepFile
  at: number
  /** Something waited for its time when it came: how much had passed counts. */
  isWaiting: boolean
  outcomes: readonly Outcome[]
  notes: readonly string[]
}

type Moment = Extract<Observation, { kind: 'moment' }>

/** An input with all that was seen until the next. */
interface Raw {
  input: StepFile
  at: number
  timers: number
  isMovingBefore: boolean
  moments: Moment[]
  notes: string[]
}

// Moments closer than this are one change to whoever looks.
const CLOSE_MS = 50

/** Makes what was observed into inputs and their outcomes. What came before the first input belongs to nothing. */
export function readRecording(observations: readonly Observation[]): Act[] {
  const { raws, end } = gather(observations)
  const acts: Act[] = []
  let isHoverKept = false
  for (const [place, raw] of raws.entries()) {
    const next = raws[place + 1] ?? end
    const isPointing = /^(hover|leave)$/.test(kindOf(raw.input))
    const outcomes = outcomesOf(raw, next?.isMovingBefore ?? false, place)
    // What it may have begun is not known before its time comes.
    const hasBegun = (next?.timers ?? 0) > raw.timers
    const isLost = isPointing && outcomes.length === 0 && !hasBegun && raw.notes.length === 0
    // Who has been hovered to some effect must be left, or the effect is another.
    const isLeaving = kindOf(raw.input) === 'leave' && isHoverKept
    if (isLost && !isLeaving) continue
    if (isPointing) isHoverKept = kindOf(raw.input) === 'hover'
    const { input, at, timers, notes } = raw
    acts.push({ input, at, isWaiting: timers > 0 && acts.length > 0, outcomes, notes })
  }
  return acts
}

const kindOf = (input: StepFile): string => (typeof input === 'string' ? input : Object.keys(input)[0]!)
const valueOf = (input: StepFile): unknown => (typeof input === 'string' ? null : Object.values(input)[0])

function gather(observations: readonly Observation[]) {
  const raws: Raw[] = []
  let end: Pick<Raw, 'timers' | 'isMovingBefore'> | undefined
  for (const seen of observations) {
    const last = raws.at(-1)
    if (seen.kind === 'input') takeInput(raws, seen)
    else if (seen.kind === 'amend' && last) {
      if (seen.input === undefined) raws.pop()
      else last.input = seen.input
    } else if (seen.kind === 'moment') last?.moments.push(seen)
    else if (seen.kind === 'note') last?.notes.push(seen.text)
    else if (seen.kind === 'end') end = { timers: seen.timers, isMovingBefore: seen.isMoving }
  }
  return { raws, end }
}

/** Adds an input; what belongs to the one before becomes one with it. */
function takeInput(raws: Raw[], { at, input, timers, isMoving }: Extract<Observation, { kind: 'input' }>) {
  const last = raws.at(-1)
  const kind = kindOf(input)
  const isTimed = last?.moments.some((moment) => moment.isTimed && moment.changes.length > 0)
  if (last && !isTimed && kind === 'type' && kindOf(last.input) === 'type') {
    last.input = { type: String(valueOf(last.input)) + String(valueOf(input)) }
    last.at = at
    return
  }
  if (last && kind === 'scroll' && kindOf(last.input) === 'scroll') {
    const joined = joinScrolls(valueOf(last.input), valueOf(input))
    if (joined) {
      last.input = { scroll: joined }
      last.at = at
      return
    }
  }
  const fresh: Raw = { input, at, timers, isMovingBefore: isMoving, moments: [], notes: [] }
  if (kind === 'double-click') {
    // Its two clicks have been noted already.
    const clicks = raws.splice(-2).filter((raw) => kindOf(raw.input) === 'click')
    const [first] = clicks
    fresh.moments.push(...clicks.flatMap(({ moments }) => moments))
    if (first) Object.assign(fresh, { timers: first.timers, isMovingBefore: first.isMovingBefore })
  }
  raws.push(fresh)
}

function joinScrolls(before: unknown, after: unknown): { on: string; by: [number, number] } | undefined {
  const [a, b] = [before, after] as { on: string; by: [number, number] }[]
  return a!.on === b!.on ? { on: a!.on, by: [a!.by[0] + b!.by[0], a!.by[1] + b!.by[1]] } : undefined
}

/** @param isCutShort the next input came while an animation was in its middle */
function outcomesOf({ at, moments }: Raw, isCutShort: boolean, place: number): Outcome[] {
  const make = (when: Outcome['when'], of: readonly Moment[]): Outcome[] => {
    const changes = netChanges(of.map((moment) => moment.changes))
    const offers = offersOf(changes, `${place}:${of[0]?.at ?? at}`)
    if (offers.length === 0) return []
    const [first, last] = [of[0]!, of.at(-1)!]
    return [{ when, from: first.at, until: last.at, isMoving: last.isMoving, offers }]
  }
  const isTimed = moments.some((moment) => moment.isTimed && moment.changes.length > 0)
  if (!isTimed && !isCutShort) return make('rest', moments)
  const atOnce = moments.filter((moment) => moment.at <= at)
  const clusters: Moment[][] = []
  for (const moment of moments) {
    if (moment.at <= at || moment.changes.length === 0) continue
    const last = clusters.at(-1)
    if (last && moment.at - last.at(-1)!.at <= CLOSE_MS) last.push(moment)
    else clusters.push([moment])
  }
  return [...make('once', atOnce), ...clusters.flatMap((cluster) => make('later', cluster))]
}

/** Makes offers of changes; nothing can be expected of what is not there any more but that it is gone. */
function offersOf(changes: readonly Changed[], moment: string): Offer[] {
  const texts = changes.filter(({ reading }) => reading === 'text')
  return changes
    .filter(({ to, part }) => to !== '' || part === EVENTS)
    .map((change) => ({ ...change, key: `${moment}|${keyOf(change)}`, isUsual: isUsual(change, texts) }))
}

function isUsual({ part, reading, from, to }: Changed, texts: readonly Changed[]): boolean {
  // Of what has just come, what it is not goes without saying.
  if (from === '' && (to === 'no' || to === '0')) return false
  if (reading === 'attr(class)') return false
  if (reading === 'focused') return to === 'yes'
  // The text of what holds others says theirs once more.
  if (reading === 'text') return !texts.some((other) => other.part !== part && to !== other.to && to.includes(other.to))
  return true
}
