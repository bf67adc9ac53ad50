import { failedStep, type FilmStrip, type Report } from '@/core/report'
import type { Film } from '@/core/scenario'
import { type BrowserSource } from './BrowserSource'
import { defaultClock } from './clock'
import type { KeptResults, Performed } from './kept'
import type { PreparedLibrary } from './prepare'
import { filmScenario, PlayLane, scenarioJobs, type ScenarioJob } from './scenario'

// A report that shows more than these shows none of them well.
const MAX_FILMS = 12
const MAX_FRAMES = 8

export interface FilmOptions {
  browsers: BrowserSource
  clock?: Performed['clock'] | undefined
  repeat?: number | undefined
  kept?: KeptResults | undefined
  signal?: AbortSignal | undefined
  onFilm(slug: string, scenario: string, strip: FilmStrip): void
}

/** Performs the scenarios that a run has found to fail once more, with pictures of what stood there after each step. */
export async function filmFailed(prepared: PreparedLibrary, report: Report, options: FilmOptions): Promise<void> {
  const { browsers, clock = defaultClock(), repeat, kept, signal, onFilm } = options
  const how: Performed = { clock, repeat }
  const failed = jobsOf(prepared).flatMap((job) => {
    const { slug } = job.setup.sheet
    const own = report.components.find((each) => each.slug === slug)?.scenarios
    const found = own?.find(({ name }) => name === job.plan.scenario.name)
    return found && found.verdict !== 'holds' && found.verdict !== 'unread' ? [{ job, slug, found }] : []
  })
  const lane = new PlayLane(() => browsers.get(), clock)
  try {
    for (const { job, slug, found } of failed.slice(0, MAX_FILMS)) {
      if (signal?.aborted) return
      const known = await kept?.filmOf(prepared, job, how)
      const strip = known ?? stripOf(await filmScenario(lane, job), found.steps.indexOf(failedStep(found)!))
      if (!known) await kept?.keepFilm(prepared, job, how, strip)
      onFilm(slug, found.name, strip)
    }
  } finally {
    await lane.close()
  }
}

const jobsOf = ({ library, tokens, components, withScenarios }: PreparedLibrary): ScenarioJob[] =>
  components.flatMap(({ sheet, compiled }) =>
    compiled && withScenarios
      ? scenarioJobs({ sheet, library, tokens, ...compiled, viewport: library.data.viewport })
      : [],
  )

/** What stood there after each step, up to the one that failed. @param last its number; -1 where there is none */
export function stripOf({ frames, extent }: Pick<Film, 'frames' | 'extent'>, last: number): FilmStrip {
  const ends = frames.filter(({ isEnd, step }) => isEnd && (last < 0 || step <= last))
  return { frames: ends.slice(-MAX_FRAMES).map(({ step, picture }) => ({ step, picture })), extent }
}
