import { afterAll, beforeAll, test } from '@jest/globals'
import { startApp, type App } from '../support/app'
import { demoFolder } from '../support/demo'
import { isWhole } from '../support/extent'
import { killAndTakeUp } from '../support/takenUp'

let app: App
beforeAll(async () => {
  app = await startApp([demoFolder('resume', ['busy-veil', 'gear-hint', 'hut-icon'])], {
    // The program that people start makes its store anew, twice.
    isStarted: isWhole,
    isOwn: true,
  })
})
afterAll(() => app.close())

test(
  'a run that is killed with its server is interrupted, and taken up where it was',
  () => killAndTakeUp(app, { library: 'firnline-resume', components: 3, scenarios: 9 }),
  500_000,
)
