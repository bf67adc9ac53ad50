import { openFolder } from '@/source'
import { prepareLibrary, PlayLane, scenarioJobs } from '@/runner'
const folder = await openFolder('demo/firnline')
const { library, tokens, components } = await prepareLibrary((folder as any).tree ?? folder, {
  components: ['day-plan', 'lamp-group'],
})
const jobs = components.flatMap(({ sheet, compiled }) =>
  compiled ? scenarioJobs({ sheet, library, tokens, ...compiled, viewport: library.data.viewport }) : [],
)
const lane = new PlayLane(() => Promise.reject(new Error('x')), 'engine')
let hangs = 0
for (let i = 0; i < Number(process.env.N ?? 100); i++)
  for (const job of jobs) {
    const page: any = await lane.open(job.setup)
    if (!page.patched) {
      page.patched = true
      page.log = []
      const send = page.session.send.bind(page.session)
      page.session.send = async (m: string, p: any) => {
        const e = [m, JSON.stringify(p)?.slice(0, 160), Math.round(performance.now()), 0]
        page.log.push(e)
        try {
          return await send(m, p)
        } finally {
          e[3] = Math.round(performance.now())
        }
      }
      page.session.on('Emulation.virtualTimeBudgetExpired', () =>
        page.log.push(['EXPIRED', '', Math.round(performance.now()), 1]),
      )
    }
    page.log.length = 0
    const p = await lane.play(job)
    const hang = p.steps.find((s) => /real time/.test(s.message))
    if (hang) {
      hangs++
      console.log(i, job.plan.scenario.name, hang.step)
      for (const e of page.log.slice(-25)) console.log('   ', ...e)
    }
    if (hangs > 2) break
  }
console.log('done')
await lane.close()
