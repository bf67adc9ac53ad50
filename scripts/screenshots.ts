import { startApp, boardFrame, press, waitForText } from '../tests/support/app'

// Takes the pictures of docs/screenshots/ anew, from Firnline: npm run screenshots
const FOLDER = 'docs/screenshots'
const app = await startApp()
try {
  const wall = await app.open('/firnline')
  await press(wall, 'button', 'Verify all')
  await wall.waitForSelector('[role=progressbar]')
  await waitForText(wall, 'header', /Verify all/, 60_000)
  await waitForText(wall, '[data-testid=counts]', /140/)
  await new Promise((done) => setTimeout(done, 1000))
  await wall.screenshot({ path: `${FOLDER}/wall.png` })
  await wall.close()

  const matrix = await app.open('/firnline/bunk-check/matrix')
  await boardFrame(matrix, 20)
  await waitForText(matrix, '[data-testid=counts]', /56/)
  await new Promise((done) => setTimeout(done, 500))
  await matrix.screenshot({ path: `${FOLDER}/matrix.png` })
  await matrix.click('[data-case="size=regular,value=on,interaction=hover"]')
  await matrix.waitForSelector('[data-testid=card] [data-reading=outline]')
  await press(matrix, 'button', 'bunk-check.css:74')
  await waitForText(matrix, '[role=dialog] pre', /74/)
  await matrix.screenshot({ path: `${FOLDER}/reading-card.png` })
  await matrix.close()

  const dark = await app.open('/firnline/call-button/matrix?down=weight.size&across=theme.condition')
  await press(dark, 'button', 'Light or dark')
  await boardFrame(dark, 20)
  await new Promise((done) => setTimeout(done, 800))
  await dark.screenshot({ path: `${FOLDER}/matrix-dark.png` })
  await dark.close()
} finally {
  await app.close()
}
