import { afterAll, beforeAll, test } from '@jest/globals'
import { startApp, type App } from '../support/app'
import { demoFolder } from '../support/demo'
import { killAndTakeUp } from '../support/takenUp'

let app: App
beforeAll(async () => {
  app = await startApp([demoFolder('resume', ['bunk-dormitory', 'day-plan', 'gear-hint'])], {
    isStarted: true,
  })
})
afterAll(() => app.close())

test(
  'a run that is killed with its server is interrupted, and taken up where it was',
  () => killAndTakeUp(app, { library: 'firnline-resume', components: 4, scenarios: 17 }),
  500_000,
)
