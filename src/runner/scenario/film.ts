import { viewportIn } from '@/core/contexts'
import type { Request } from '@/core/plan'
import { parseReading } from '@/core/readings'
import { changesBetween, type Snapshot } from '@/core/record'
import { joinExtents, joinPerformances, type Extent, type Film, type Frame, type ReadingChange } from '@/core/scenario'
import type { StageComponent } from '@/stage'
import { readNow } from './StepJudge'
import type { PlayPage } from '../clock'
import { PlayLane } from './PlayLane'
import type { ScenarioJob } from './scenarioJobs'

/** What is looked at to tell what has changed, of every part. */
const WATCHED = [
  'count',
  'visible',
  'text',
  'focused',
  'attr(aria-expanded)',
  'attr(aria-selected)',
  'attr(aria-checked)',
  'prop(checked)',
  'prop(value)',
  'attr(class)',
]
/** More pictures than this are no film but a load. */
const MAX_FRAMES = 80
// Between two pictures of a movement, in ms of virtual time.
const BETWEEN_MS = 32

/** Performs a scenario once, with pictures and with what changed when. */
export async function filmScenario(lane: PlayLane, job: ScenarioJob): Promise<Film> {
  const start = performance.now()
  const frames: Frame[] = []
  const changes: ReadingChange[] = []
  const requests = watchedRequests(job.setup.component.parts)
  const events: Film['events'][number][] = []
  let extent: Extent | undefined
  let known: Snapshot | undefined
  // What goes on before the first step has begun is the start.
  let step = -1
  const shoot = async (page: PlayPage, at: number, isEnd: boolean) => {
    extent = joinExtents(extent, await page.ask('extent'))
    frames.push({ at, step, isEnd, picture: `data:image/png;base64,${await page.picture()}` })
  }
  const noteEvents = async (page: PlayPage) => {
    const all = await page.call('events')
    events.push(...all.slice(events.length).map((event) => ({ ...event, step })))
  }
  const onMoment = async (now: number, page: PlayPage) => {
    const read = await snapshot(page, job, requests)
    if (known) changes.push(...changesBetween(known, read).map((change) => ({ at: now, step, ...change })))
    const isChanged = known === undefined || [...read].some(([key, value]) => known!.get(key) !== value)
    known = read
    await noteEvents(page)
    const last = frames.at(-1)
    if (frames.length < MAX_FRAMES && (isChanged || !last || now - last.at >= BETWEEN_MS)) await shoot(page, now, false)
  }
  const page = await lane.open(job.setup)
  const played = await lane.play(job, {
    onMoment: async (now, its) => {
      await onMoment(now, its)
      if (step === -1) step = 0
    },
    onStep: async ({ index, at }) => {
      step = index
      await onMoment(at, page)
      await shoot(page, at, true)
      step = index + 1
    },
  })
  const { name, line } = job.plan.scenario
  const { width, height } = viewportIn(job.plan.planned.values, job.setup.viewport)
  const result = {
    name,
    line,
    ...joinPerformances([played]),
    milliseconds: Math.round(performance.now() - start),
    runs: 1,
    clock: lane.clockKind,
  }
  return {
    result,
    frames,
    changes,
    events,
    size: { width, height },
    extent: extent ?? { left: 0, top: 0, width, height },
  }
}

// A film is shown up to twice as large as the component is.
const SHARP_SCALE = 2

/**
 * Films a scenario on a screen of more pixels, for its pictures alone: what is read there may be otherwise. Its pages are ordinary ones,
 * since a window in the engine's own time has pixels of one size.
 */
export async function filmSharply({ browser }: PlayLane, job: ScenarioJob): Promise<Film> {
  const scale = Math.max(SHARP_SCALE, job.setup.viewport.scale)
  const lane = new PlayLane(browser, 'page')
  try {
    return await filmScenario(lane, { ...job, setup: { ...job.setup, viewport: { ...job.setup.viewport, scale } } })
  } finally {
    await lane.close()
  }
}

function watchedRequests(parts: StageComponent['parts']): Request[] {
  return Object.entries(parts)
    .filter(([name, { pseudo }]) => name !== 'host' && !pseudo)
    .flatMap(([part]) =>
      WATCHED.flatMap((name) => {
        const parsed = parseReading(name)
        const index = name === 'count' ? 1 : ('all' as const)
        return 'problem' in parsed ? [] : [{ part, target: { part, index }, reading: parsed.reading }]
      }),
    )
}

async function snapshot(page: PlayPage, { setup }: ScenarioJob, requests: readonly Request[]): Promise<Snapshot> {
  const readings = await readNow(page, setup.component.parts, requests)
  return new Map(
    requests.map(({ part, reading }, at) => {
      const found = readings(at)
      return [`${part}|${reading.text}`, 'text' in found ? found.text : '']
    }),
  )
}
