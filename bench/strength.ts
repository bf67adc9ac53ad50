import { breakLibrary, BrowserSource, ComponentTrial, launchChromium, prepareLibrary } from '@/runner'
import { openFolder } from '@/source'
import { PictureRoom } from '../src/runner/pictures'
import { openPools } from '../src/runner/pools'
import { scenarioJobs } from '../src/runner/scenario'
import { ScenarioTrial } from '../src/runner/strength/ScenarioTrial'

const DEMO = 'demo/firnline'

/** Works with pages of a browser of its own, which stand when the time begins. */
async function inPages<T>(
  slug: string,
  work: (given: {
    pools: ReturnType<typeof openPools>
    prepared: Awaited<ReturnType<typeof prepareLibrary>>
  }) => Promise<T>,
): Promise<T> {
  const prepared = await prepareLibrary(openFolder(DEMO), { components: [slug] })
  const browsers = new BrowserSource(launchChromium)
  const pools = openPools(browsers, prepared.library.data.viewport)
  try {
    pools.stages.warm(2)
    await browsers.get()
    return await work({ pools, prepared })
  } finally {
    await pools.close()
    await browsers.close()
  }
}

/** How many breaks of a component are tried in a second, many at a time and one at a time, pictures of what goes unnoticed included. */
export const breakRates = (slug: string): Promise<{ cases: number; breaks: number; many: number; one: number }> =>
  inPages(slug, async ({ pools, prepared }) => {
    const component = prepared.components[0]!
    const rate = async (isOneAtATime: boolean) => {
      const room = new PictureRoom()
      const start = performance.now()
      const { trials } = await ComponentTrial.perform(pools, prepared, component, { room, isOneAtATime })
      const seconds = (performance.now() - start) / 1000
      await room.close()
      return { breaks: trials.length, rate: trials.length / seconds }
    }
    const many = await rate(false)
    const one = await rate(true)
    return { cases: component.plan.cases.length, breaks: many.breaks, many: many.rate, one: one.rate }
  })

/** How many breaks of what components do in scenarios are tried in a second. */
export const scenarioBreakRate = (slug: string): Promise<{ breaks: number; rate: number }> =>
  inPages(slug, async ({ pools, prepared: { library, tokens, components } }) => {
    const { sheet, compiled } = components[0]!
    const jobs = scenarioJobs({ sheet, library, tokens, ...compiled!, viewport: library.data.viewport })
    await ScenarioTrial.perform(pools.plays, jobs.slice(0, 1), [])
    const start = performance.now()
    const { trials } = await ScenarioTrial.perform(pools.plays, jobs, [])
    return { breaks: trials.length, rate: trials.length / ((performance.now() - start) / 1000) }
  })

/** All of Firnline, broken in its cases. */
export async function firnlineStrength(): Promise<{
  seconds: number
  breaks: number
  counted: number
  noticed: number
}> {
  const prepared = await prepareLibrary(openFolder(DEMO))
  const browsers = new BrowserSource(launchChromium)
  const start = performance.now()
  try {
    const found = [...(await breakLibrary(browsers, prepared, { way: 'quick' })).values()]
    const sum = (of: (each: (typeof found)[number]) => number) => found.reduce((total, each) => total + of(each), 0)
    return {
      seconds: (performance.now() - start) / 1000,
      breaks: sum(({ breaks }) => breaks),
      counted: sum(({ counted }) => counted),
      noticed: sum(({ noticed }) => noticed),
    }
  } finally {
    await browsers.close()
  }
}
