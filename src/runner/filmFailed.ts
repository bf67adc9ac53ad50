import { failedStep, type FilmStrip, type Report } from '@/core/report'
import type { Film } from '@/core/scenario'
import type { BrowserSource } from './BrowserSource'
import { defaultClock } from './clock'
import type { KeptResults, Performed } from './kept'
import type { PreparedLibrary } from './prepare'
import { jobsOf } from './scenario'
import { LocalWorkplace, type RunPlace, type Workplace } from './workplace'

// A report that shows more than these shows none of them well.
const MAX_FILMS = 12
const MAX_FRAMES = 8

export interface FilmOptions {
  /** Where that is done. */
  at: BrowserSource | Workplace
  clock?: Performed['clock'] | undefined
  repeat?: number | undefined
  kept?: KeptResults | undefined
  signal?: AbortSignal | undefined
  onFilm(slug: string, scenario: string, strip: FilmStrip): void
}

/** Performs the scenarios that a run has found to fail once more, with pictures of what stood there after each step. */
export async function filmFailed(prepared: PreparedLibrary, report: Report, options: FilmOptions): Promise<void> {
  const { at, clock = defaultClock(), repeat, kept, signal, onFilm } = options
  const how: Performed = { clock, repeat }
  const jobs = prepared.withScenarios ? prepared.components.flatMap((each) => jobsOf(prepared, each)) : []
  const failed = jobs.flatMap((job) => {
    const { slug } = job.setup.sheet
    const own = report.components.find((each) => each.slug === slug)?.scenarios
    const found = own?.find(({ name }) => name === job.plan.scenario.name)
    return found && found.verdict !== 'holds' && found.verdict !== 'unread' ? [{ job, slug, found }] : []
  })
  const workplace = 'open' in at ? at : new LocalWorkplace(at)
  let place: RunPlace | undefined
  try {
    for (const { job, slug, found } of failed.slice(0, MAX_FILMS)) {
      if (signal?.aborted) return
      const known = await kept?.filmOf(prepared, job, how)
      place ??= known ? undefined : await workplace.open({ prepared, clock, signal })
      const film = known ? undefined : await place!.film(job)
      const strip = known ?? (film && stripOf(film, found.steps.indexOf(failedStep(found)!)))
      if (!strip) continue
      if (!known) await kept?.keepFilm(prepared, job, how, strip)
      onFilm(slug, found.name, strip)
    }
  } finally {
    await place?.close()
  }
}

/** What stood there after each step, up to the one that failed. @param last its number; -1 where there is none */
export function stripOf({ frames, extent }: Pick<Film, 'frames' | 'extent'>, last: number): FilmStrip {
  const ends = frames.filter(({ isEnd, step }) => isEnd && (last < 0 || step <= last))
  return { frames: ends.slice(-MAX_FRAMES).map(({ step, picture }) => ({ step, picture })), extent }
}
