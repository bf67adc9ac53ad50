import { afterAll, beforeAll, test } from '@jest/globals'
import { startApp, type App } from './support/app'
import { killAndTakeUp } from './support/takenUp'

let app: App
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.close())

test(
  'a run that is killed with its server is interrupted, and taken up where it was',
  () => killAndTakeUp(app),
  500_000,
)
