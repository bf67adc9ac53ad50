import type { Strength, StrengthWay } from '@/core/breaks'
import type { BrowserSource } from './BrowserSource'
import { performed, type KeptResults } from './kept'
import type { PreparedComponent, PreparedLibrary } from './prepare'
import { jobsOf } from './scenario'
import { LocalWorkplace, type RunPlace, type Workplace } from './workplace'

export interface BreakingOptions {
  way: StrengthWay
  /** How many components are broken elsewhere meanwhile. @defaultValue 0 */
  others?: number
  signal?: AbortSignal | undefined
  /** What earlier runs have found: what has not changed since is not broken again. */
  kept?: KeptResults | undefined
  /** Called as breaks of a component are through. */
  onProgress?(slug: string, done: number, total: number): void
  /** Called when a component is through. @param since when that was found, where an earlier run had found it */
  onComponent?(slug: string, strength: Strength, since?: string): void
  /** Called, too, when a component could not be broken. Of that nothing is kept: the next time it may be. */
  onLost?(slug: string, reason: string): void
}

/**
 * Breaks prepared components on purpose, and finds out what their specifications notice. Stopped by its signal, it has told of those
 * that were through; they are kept, so that the next run goes on with the others.
 * @param at where that is done
 * @returns by slug, in the order of the components; without those that could not be rendered, or that were stopped half way
 */
export async function breakLibrary(
  at: BrowserSource | Workplace,
  prepared: PreparedLibrary,
  options: BreakingOptions,
): Promise<Map<string, Strength>> {
  const { kept, way, others = 0, signal, onProgress, onComponent, onLost } = options
  const found = new Map<PreparedComponent, Strength>()
  const left: Unbroken[] = []
  for (const component of prepared.components) {
    if (!component.compiled) continue
    const fingerprint = strengthFingerprint(prepared, component, kept)
    const known = fingerprint === undefined ? undefined : await kept?.strengthOf(fingerprint, way)
    if (known) found.set(component, known.strength)
    else left.push({ component, fingerprint })
    if (known) onComponent?.(component.sheet.slug, known.strength, known.since)
  }
  const breakNext = async (place: RunPlace, { component, fingerprint }: Unbroken): Promise<boolean> => {
    const { slug } = component.sheet
    const since = new Date().toISOString()
    const broken = await place.break(component, {
      ...{ way, signal },
      onProgress: (done, total) => onProgress?.(slug, done, total),
    })
    if (!broken) return false
    for (const [name, png] of broken.pictures) await kept?.keepPicture(name, png)
    const { lost, strength } = broken
    if (lost !== undefined) onLost?.(slug, lost)
    await kept?.keepStrength(fingerprint, way, lost === undefined ? { since, strength } : undefined)
    found.set(component, strength)
    onComponent?.(slug, strength)
    return true
  }
  if (left.length > 0 && !signal?.aborted) {
    const workplace = 'open' in at ? at : new LocalWorkplace(at)
    const place = await workplace.open({ prepared, signal, expected: { components: left.length + others, plays: 0 } })
    const work = async () => {
      for (let next = left.shift(); next && !signal?.aborted; next = left.shift())
        if (!(await breakNext(place, next))) return
    }
    try {
      await Promise.all(Array.from({ length: place.breakers }, work))
    } finally {
      await place.close()
    }
  }
  const inOrder = prepared.components.filter((each) => found.has(each))
  return new Map(inOrder.map((each) => [each.sheet.slug, found.get(each)!]))
}

interface Unbroken {
  component: PreparedComponent
  fingerprint: string | undefined
}

/** Names all that a component's strength depends on; undefined where that cannot be known. */
export function strengthFingerprint(
  prepared: PreparedLibrary,
  component: PreparedComponent,
  kept: KeptResults | undefined,
): string | undefined {
  if (!kept || !component.compiled) return undefined
  return kept.fingerprintOf(prepared, component, jobsOf(prepared, component), performed({}, false))
}
