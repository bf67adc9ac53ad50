import { overlay } from '@/core/sheet'
import type { Film } from '@/core/scenario'
import { filmScenario, PlayLane, prepareLibrary, scenarioJobs, usualClock } from '@/runner'
import { openStored } from './opened'
import { withBrowser } from './surveys'

// A browser that nobody has asked for this long is closed.
const IDLE_MS = 60_000

interface Theatre {
  lane?: PlayLane
  timer?: NodeJS.Timeout
  /** One scenario is played at a time: who comes next waits. */
  last: Promise<unknown>
}

// The bundler may load a module more than once; a process has one theatre.
const shared = globalThis as typeof globalThis & { breltTheatre?: Theatre }
const theatre: Theatre = (shared.breltTheatre ??= { last: Promise.resolve() })

/**
 * Plays one scenario of a stored component, as it would be with other texts, and films it.
 * @returns undefined when there is no such scenario. @throws BadInput, NoBrowser
 */
export async function playScenario(
  libraryId: string,
  slug: string,
  texts: Readonly<Record<string, string>>,
  index: number,
): Promise<Film | undefined> {
  const { library: stored } = (await openStored(libraryId))!
  const { library, tokens, components } = await prepareLibrary(overlay(stored.tree, texts), { components: [slug] })
  const [component] = components
  if (!component?.compiled) return undefined
  const { sheet, compiled } = component
  const job = scenarioJobs({ sheet, library, tokens, ...compiled, viewport: library.data.viewport })[index]
  if (!job) return undefined
  const playing = theatre.last.then(() => withBrowser((browser) => film(() => Promise.resolve(browser), job)))
  theatre.last = playing.catch(() => {})
  return playing
}

async function film(browser: ConstructorParameters<typeof PlayLane>[0], job: ReturnType<typeof scenarioJobs>[number]) {
  clearTimeout(theatre.timer)
  // A page of the ordinary browser goes with that browser; the engine's is kept between plays.
  const isKept = usualClock() === 'engine'
  const lane = isKept ? (theatre.lane ??= new PlayLane(browser, 'engine')) : new PlayLane(browser, 'page')
  try {
    return await filmScenario(lane, job)
  } finally {
    if (!isKept) await lane.close()
    else {
      theatre.timer = setTimeout(() => void lane.close(), IDLE_MS)
      theatre.timer.unref()
    }
  }
}
