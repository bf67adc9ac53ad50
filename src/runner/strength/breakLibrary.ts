import type { Strength, StrengthWay } from '@/core/breaks'
import type { RuleText } from '@/core/edit'
import { BrowserLost, type BrowserSource } from '../BrowserSource'
import { NoBrowser } from '../chromium'
import { performed, type KeptResults } from '../kept'
import { PictureRoom } from '../pictures'
import { openPools, type RunPools } from '../pools'
import type { PreparedComponent, PreparedLibrary } from '../prepare'
import { scenarioJobs, type ScenarioJob } from '../scenario'
import { ComponentTrial } from './ComponentTrial'
import { ScenarioTrial } from './ScenarioTrial'
import { missingOf } from './missingOf'
import { strengthOf } from './summary'
import { tryActed, type ActedOptions } from './tryActed'

export interface BreakingOptions {
  way: StrengthWay
  signal?: AbortSignal | undefined
  /** What earlier runs have found: what has not changed since is not broken again. */
  kept?: KeptResults | undefined
  /** Called as breaks of a component are through. */
  onProgress?(slug: string, done: number, total: number): void
  /** Called when a component is through. @param since when that was found, where an earlier run had found it */
  onComponent?(slug: string, strength: Strength, since?: string): void
}

/**
 * Breaks prepared components on purpose, one after the other, and finds out what their specifications notice. Stopped by its signal,
 * it has told of those that were through; they are kept, so that the next run goes on with the others.
 * @returns by slug; without those that could not be rendered, or that were stopped half way
 */
export async function breakLibrary(
  browsers: BrowserSource,
  prepared: PreparedLibrary,
  options: BreakingOptions,
): Promise<Map<string, Strength>> {
  const found = new Map<string, Strength>()
  const { kept, way, signal, onComponent } = options
  let pools: RunPools | undefined
  const room = new PictureRoom()
  try {
    for (const component of prepared.components) {
      if (signal?.aborted) break
      if (!component.compiled) continue
      const { slug } = component.sheet
      const fingerprint = fingerprintOf(prepared, component, kept)
      const known = fingerprint === undefined ? undefined : await kept?.strengthOf(fingerprint, way)
      pools ??= known ? undefined : openPools(browsers, prepared.library.data.viewport)
      const strength = known?.strength ?? (await breakSafely(pools!, room, prepared, component, fingerprint, options))
      if (!strength) break
      found.set(slug, strength)
      onComponent?.(slug, strength, known?.since)
    }
    return found
  } finally {
    await pools?.close()
    await room.close()
  }
}

/** Of a component that cannot be broken at all it is told why; the others go on. @throws NoBrowser, BrowserLost */
async function breakSafely(...given: Parameters<typeof breakOne>): Promise<Strength | undefined> {
  const { way, signal } = given[5]
  try {
    return await breakOne(...given)
  } catch (error) {
    if (signal?.aborted) return undefined
    if (error instanceof NoBrowser || error instanceof BrowserLost) throw error
    const notes = [`it could not be broken: ${(error as Error).message}`]
    return { way, breaks: 0, counted: 0, noticed: 0, idle: 0, failed: 0, cells: [], unnoticed: [], notes }
  }
}

/** @returns undefined where it was stopped */
async function breakOne(
  pools: RunPools,
  room: PictureRoom,
  prepared: PreparedLibrary,
  component: PreparedComponent,
  fingerprint: string | undefined,
  { way, signal, kept, onProgress }: BreakingOptions,
): Promise<Strength | undefined> {
  const notes: string[] = []
  const since = new Date().toISOString()
  const onNote = (note: string) => void (notes.includes(note) || notes.push(note))
  const run = await ComponentTrial.perform(pools, prepared, component, {
    ...{ signal, room, onNote },
    areRulesTried: way === 'full',
    onProgress: (done, total) => onProgress?.(component.sheet.slug, done, total),
  })
  await breakByInput(pools, prepared, component, run, { signal, onNote })
  const jobs = way === 'full' && prepared.withScenarios ? jobsOf(prepared, component) : []
  const styles = run.trials.filter((trial) => !trial.isDone)
  const acted = await ScenarioTrial.perform(pools.plays, jobs, styles, {
    signal,
    onProgress: (done, total) =>
      onProgress?.(component.sheet.slug, run.trials.length + done, run.trials.length + total),
  })
  if (signal?.aborted) return undefined
  const check = (rules: readonly RuleText[]) => missingOf(pools, prepared, component, rules, signal)
  const { strength, pictures } = await strengthOf({ run, acted, check }, prepared, component, way, notes)
  if (signal?.aborted) return undefined
  for (const [name, png] of pictures) await kept?.keepPicture(name, png)
  if (fingerprint !== undefined) await kept?.keepStrength(fingerprint, way, { since, strength })
  return strength
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

/** Names all that a component's strength depends on; undefined where that cannot be known. */
export function fingerprintOf(
  prepared: PreparedLibrary,
  component: PreparedComponent,
  kept: KeptResults | undefined,
): string | undefined {
  if (!kept || !component.compiled) return undefined
  return kept.fingerprintOf(prepared, component, jobsOf(prepared, component), performed({}, false))
}

function jobsOf({ library, tokens }: PreparedLibrary, { sheet, compiled }: PreparedComponent): ScenarioJob[] {
  return compiled ? scenarioJobs({ sheet, library, tokens, ...compiled, viewport: library.data.viewport }) : []
}
