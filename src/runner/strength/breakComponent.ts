import type { Strength, StrengthWay } from '@/core/breaks'
import type { RuleText } from '@/core/edit'
import { BrowserLost } from '../BrowserSource'
import { NoBrowser } from '../chromium'
import type { PictureRoom } from '../pictures'
import type { RunPools } from '../pools'
import type { PreparedComponent, PreparedLibrary } from '../prepare'
import { jobsOf } from '../scenario'
import { ComponentTrial } from './ComponentTrial'
import { missingOf } from './missingOf'
import { ScenarioTrial } from './ScenarioTrial'
import type { Share } from './Share'
import { foundIn } from './foundIn'
import { joinShares, type ShareFound } from './ShareFound'
import { tryActed, type ActedOptions } from './tryActed'

/** What breaking a component came to. Plain data. */
export interface BrokenComponent {
  strength: Strength
  /** What the strength shows, as PNG, by name. */
  pictures: [name: string, png: Uint8Array][]
  /** Why it could not be broken; the next time it may be. */
  lost?: string
}

export interface ComponentBreaking {
  way: StrengthWay
  signal?: AbortSignal | undefined
  /** Called as breaks are through. */
  onProgress?(done: number, total: number): void
}

export interface ShareBreaking extends ComponentBreaking {
  /** The breaks that are tried. @defaultValue all */
  share?: Share | undefined
}

/**
 * Breaks one component on purpose, and finds out what its specification notices. Of one that cannot be broken at all it is told why.
 * @returns undefined where it was stopped
 * @throws NoBrowser, BrowserLost
 */
export async function breakComponent(...given: Parameters<typeof breakIt>): Promise<BrokenComponent | undefined> {
  const [, , , component, { way }] = given
  const found = await breakShare(...given)
  return found && joined([found], component, way)
}

/** What breaking a component came to, by what its shares came to. */
export function joined(shares: readonly ShareFound[], component: PreparedComponent, way: StrengthWay): BrokenComponent {
  const lost = shares.find((share) => share.lost !== undefined)?.lost
  if (lost !== undefined) return unbroken(way, lost)
  return { strength: joinShares(shares, component, way), pictures: shares.flatMap(({ pictures }) => pictures) }
}

/** What is told of a component that could not be broken. */
function unbroken(way: StrengthWay, lost: string): BrokenComponent {
  const notes = [`it could not be broken: ${lost}`]
  const none = { breaks: 0, counted: 0, noticed: 0, idle: 0, failed: 0, cells: [], unnoticed: [] }
  return { strength: { way, ...none, notes }, pictures: [], lost }
}

/**
 * Tries a share of a component's breaks.
 * @returns undefined where it was stopped
 * @throws NoBrowser, BrowserLost
 */
export async function breakShare(...given: Parameters<typeof breakIt>): Promise<ShareFound | undefined> {
  const { signal } = given[4]
  try {
    return await breakIt(...given)
  } catch (error) {
    if (signal?.aborted) return undefined
    if (error instanceof NoBrowser || error instanceof BrowserLost) throw error
    return lostShare((error as Error).message)
  }
}

/** What is told of a share of which nothing could be tried. */
export const lostShare = (lost: string): ShareFound => ({ trials: [], notes: [], pictures: [], lost })

async function breakIt(
  pools: RunPools,
  room: PictureRoom,
  prepared: PreparedLibrary,
  component: PreparedComponent,
  { way, share, signal, onProgress }: ShareBreaking,
): Promise<ShareFound | undefined> {
  const notes: string[] = []
  const onNote = (note: string) => void (notes.includes(note) || notes.push(note))
  const own = { signal, ...(share && { share }) }
  const run = await ComponentTrial.perform(pools, prepared, component, {
    ...{ ...own, room, onNote },
    areRulesTried: way === 'full',
    onProgress: (done, total) => onProgress?.(done, total),
  })
  await breakByInput(pools, prepared, component, run, { signal, onNote })
  const jobs = way === 'full' && prepared.withScenarios ? jobsOf(prepared, component) : []
  const styles = run.own.filter((trial) => !trial.isDone)
  const acted = await ScenarioTrial.perform(pools.plays, jobs, styles, {
    ...own,
    onProgress: (done, total) => onProgress?.(run.own.length + done, run.own.length + total),
  })
  if (signal?.aborted) return undefined
  const check = (rules: readonly RuleText[]) => missingOf(pools, prepared, component, rules, signal)
  const found = await foundIn({ run, acted, check }, prepared, component, way, notes)
  return signal?.aborted ? undefined : found
}

/** Breaks cases that steps bring about, by what nothing has noticed in the others. */
async function breakByInput(
  { plays }: RunPools,
  { library, tokens }: PreparedLibrary,
  { sheet, plan, compiled }: PreparedComponent,
  { sheets, trials, collector }: ComponentTrial,
  options: Pick<ActedOptions, 'signal' | 'onNote'>,
): Promise<void> {
  const cases = plan.cases.filter(({ judged, settings }) => judged && settings.steps.length > 0)
  if (!compiled || cases.length === 0) return
  const setup = { sheet, library, tokens, ...compiled, plan, sheets, viewport: library.data.viewport }
  await tryActed(plays, { ...setup, collector }, cases, trials, options)
}
