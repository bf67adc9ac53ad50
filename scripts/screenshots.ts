import { spawnSync } from 'node:child_process'
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { BELLS } from '../tests/support/bells'
import { removeRepository, writeRepository } from '../tests/support/repository'
import { beginRepository, commitAll } from '../tests/support/git'
import { run } from '../tests/support/runs'
import { startApp, boardFrame, press, stageFrames, waitForText } from '../tests/support/app'
import { closeAll } from '../tests/support/shared'

// Takes the pictures of docs/screenshots/ anew, from Firnline: npm run screenshots
const FOLDER = 'docs/screenshots'
const app = await startApp()
try {
  const wall = await app.open('/firnline')
  await press(wall, 'button', 'Verify all')
  await wall.waitForSelector('[role=progressbar]')
  await waitForText(wall, 'header', /Verify all/, 600_000)
  await waitForText(wall, '[data-testid=counts]', /577/)
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

  const selection = await app.open('/firnline/bunk-check/matrix')
  await boardFrame(selection, 20)
  await selection.click('button[title^="Select interaction hover"]')
  await selection.waitForSelector('[data-summary="box · outline"]', { timeout: 30_000 })
  await selection.click('[data-summary="box · outline"] button')
  const expectation = await selection.waitForSelector('[aria-label="Expectation"]')
  await expectation!.type('{line.ring} solid {color.accent.$root / 22%}')
  await selection.waitForSelector('[data-trial="0/12/0"]')
  await selection.keyboard.press('Escape')
  await new Promise((done) => setTimeout(done, 600))
  await selection.screenshot({ path: `${FOLDER}/selection.png` })
  await selection.close()

  const spec = await app.open('/firnline/bunk-check/spec')
  await spec.waitForSelector('[data-survey=ready]', { timeout: 30_000 })
  await (await spec.waitForSelector('[data-rule="6"] th'))!.click()
  await new Promise((done) => setTimeout(done, 600))
  await spec.screenshot({ path: `${FOLDER}/spec.png` })
  await spec.close()

  const strength = await app.open('/firnline/log-field/strength')
  await waitForText(strength, '[aria-label="Strength by part"]', /Press/)
  await press(strength, 'button', 'Break it')
  await waitForText(strength, '[data-testid=strength]', /%/, 120_000)
  await strength.waitForSelector('[data-unnoticed] img')
  await new Promise((done) => setTimeout(done, 1000))
  await strength.screenshot({ path: `${FOLDER}/strength.png` })
  await strength.close()

  const behaviour = await app.open('/firnline/hut-picker/behaviour')
  await behaviour.waitForSelector('[data-scenario]', { timeout: 30_000 })
  await press(behaviour, 'button', 'Play the scenario')
  await behaviour.waitForSelector('[data-play=played]', { timeout: 60_000 })
  await behaviour.click('[data-step="1"] button')
  await new Promise((done) => setTimeout(done, 800))
  await behaviour.screenshot({ path: `${FOLDER}/behaviour.png` })
  await behaviour.close()

  const tokens = await app.open('/firnline/tokens')
  await (await tokens.waitForSelector('[data-token="pine.600"]'))!.click()
  const value = await tokens.waitForSelector('[aria-label="Value in day, night"]')
  await value!.click({ count: 3 })
  await value!.type('#1e6050')
  await tokens.waitForSelector('[data-expected="bunk-check"]')
  await new Promise((done) => setTimeout(done, 600))
  await tokens.screenshot({ path: `${FOLDER}/tokens.png` })
  await tokens.close()

  const define = await app.open('/firnline/hut-card/define')
  await define.waitForSelector('[data-outline=action-sign]')
  await define.waitForSelector('[data-part=root]')
  await new Promise((done) => setTimeout(done, 1200))
  await define.screenshot({ path: `${FOLDER}/define.png` })
  await define.close()

  const make = await app.open('/firnline/bring-in')
  await press(make, 'tab', 'HTML, CSS, JavaScript')
  const files = [
    ['pasted.html', '<button class="knot knot--large" aria-pressed="false"><i class="knot__eye"></i>Tie in</button>'],
    [
      'pasted.css',
      '.knot { padding: 8px 16px; border: 2px solid #1e6049; border-radius: 8px }\n.knot--large { padding: 14px 24px }\n.knot--quiet { border-color: #9aa19b }\n.knot__eye { display: inline-block; width: 10px; height: 10px; border: 2px solid; border-radius: 50% }\n.knot:hover { background: #e3efe8 }\n.knot:focus-visible { outline: 3px solid #1e604966 }\n.knot[aria-pressed="true"] { background: #1e6049; color: #fff }\n.knot:disabled { opacity: .5 }\n.knot__tail { color: red }',
    ],
  ] as const
  for (const [file, text] of files) {
    await make.focus(`[data-editor="${file}"] .cm-content`)
    await make.evaluate((pasted) => {
      const data = new DataTransfer()
      data.setData('text/plain', pasted)
      document.activeElement!.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      )
    }, text)
  }
  await press(make, 'button', 'Analyse')
  await make.waitForSelector('[data-proposal] iframe')
  await press(make, 'button', 'The sheet as it would be saved')
  await new Promise((done) => setTimeout(done, 2500))
  await make.screenshot({ path: `${FOLDER}/bring-in.png` })
  await make.close()

  const named = (name: string) => [
    `src/${name}.tsx`,
    `export const ${name} = ({ tone = 'calm' }: { tone?: 'calm' | 'loud' }) => <p>{tone}</p>`,
  ]
  const repository = writeRepository({ ...BELLS, ...Object.fromEntries(['Lamp', 'Peg', 'Sign'].map(named)) }, 'bells')
  const found = await app.open('/firnline/bring-in')
  await press(found, 'tab', 'A repository')
  await found.type('[aria-label="Folder of the repository"]', repository)
  await press(found, 'button', 'Search')
  await found.waitForSelector('[aria-label="What was found"]')
  await found.screenshot({ path: `${FOLDER}/repository.png` })
  await found.close()
  removeRepository(repository)

  const record = await app.open('/firnline/day-plan/behaviour')
  await press(record, 'button', 'Record')
  await record.waitForSelector('iframe[data-staged="true"]')
  const stage = stageFrames(record)[0]!
  for (const header of await stage.$$('.plan__header:enabled')) {
    await header.click()
    await new Promise((done) => setTimeout(done, 700))
  }
  await record.screenshot({ path: `${FOLDER}/record.png` })
  await record.close()

  const bench = await app.open(
    '/firnline/hut-card/guide#1&beds/=bunk-dormitory&name=Bell%20Hut&height/value=1204&action/label=Book%20a%20bunk&@theme=night',
  )
  await bench.waitForSelector('[data-bench-of] iframe[data-bench="open"]')
  await bench.evaluate(() => document.querySelector('[aria-label="Bench"]')!.scrollIntoView())
  await new Promise((done) => setTimeout(done, 1500))
  await bench.screenshot({ path: `${FOLDER}/bench.png` })
  await bench.close()

  const guide = await app.open('/firnline/bunk-check/guide')
  await guide.waitForSelector('[data-bench-of] iframe[data-bench="open"]')
  await guide.evaluate(() => document.querySelector('#s-when-to-use-it')!.scrollIntoView())
  await guide.waitForSelector('iframe[data-showing="18"]')
  await new Promise((done) => setTimeout(done, 1500))
  await guide.screenshot({ path: `${FOLDER}/guide.png` })
  await guide.close()

  const phone = await app.open('/firnline/log-field/guide', { width: 390, height: 844 })
  await phone.waitForSelector('[data-bench-of] iframe[data-bench="open"]')
  await phone.evaluate(() => document.querySelector('#s-when-something-is-wrong')!.scrollIntoView())
  await new Promise((done) => setTimeout(done, 2500))
  await phone.screenshot({ path: `${FOLDER}/guide-phone.png` })
  await phone.close()

  const out = mkdtempSync(join(tmpdir(), 'brelt-site-'))
  const { status } = spawnSync(process.execPath, ['dist/cli.mjs', 'guide', 'demo/firnline', '--out', out, '--no-run'])
  if (status !== 0) throw new Error('the guide could not be published')
  const site = await app.open('/')
  await site.goto(`file://${join(out, 'index.html')}`)
  await site.type('#search', 'storm')
  await new Promise((done) => setTimeout(done, 500))
  await site.screenshot({ path: `${FOLDER}/site.png` })
  await site.close()
  rmSync(out, { recursive: true, force: true })

  // A copy under a name of its own, whose pictures are approved before its styles change.
  const changing = mkdtempSync(join(tmpdir(), 'brelt-review-'))
  cpSync('demo/firnline', changing, { recursive: true })
  const edit = (path: string, from: RegExp, to: string) => {
    const file = join(changing, path)
    writeFileSync(file, readFileSync(file, 'utf8').replace(from, to))
  }
  edit('library.yaml', /name: Firnline/, 'name: Firnline, next')
  beginRepository(changing)
  app.command('import', '--link', changing)
  const review = await app.open('/firnline-next/review')
  const verify = async (waiting: RegExp) => {
    await press(review, 'button', 'Verify all')
    await waitForText(review, 'header', waiting, 600_000)
    await waitForText(review, 'header', /Verify all/, 600_000)
    await review.waitForSelector('[data-group]')
  }
  await verify(/148 to review/)
  for (const left of [/76 to review/, /60 to review/, /as approved/]) {
    await review.waitForFunction(() =>
      [...document.querySelectorAll('button')].some((each) => /^Approve/.test(each.textContent!) && !each.disabled),
    )
    await review.keyboard.press('a')
    await waitForText(review, 'header', left)
    await new Promise((done) => setTimeout(done, 800))
  }
  edit('components/bunk-check/bunk-check.css', /border-radius: [^;]+;/, 'border-radius: 0;')
  edit('components/lamp-switch/lamp-switch.css', /gap: [^;]+;/, 'gap: 11px;')
  await waitForText(review, 'header', /out of date/)
  await verify(/136 to review/)
  await new Promise((done) => setTimeout(done, 1000))
  await review.keyboard.press('ArrowRight')
  await review.waitForSelector('[aria-label="Closely"] canvas')
  await new Promise((done) => setTimeout(done, 800))
  await review.screenshot({ path: `${FOLDER}/review.png` })
  await press(review, 'button', 'Light or dark')
  await press(review, 'button', 'Difference')
  await review.waitForSelector('[data-mode=difference] canvas')
  await new Promise((done) => setTimeout(done, 800))
  await review.screenshot({ path: `${FOLDER}/review-dark.png` })
  await press(review, 'button', 'Light or dark')
  await review.close()
  commitAll(changing, 'Square the bunks')

  const runs = await app.open('/firnline-next/runs')
  const again = async (from: RegExp, to: string, subject: string) => {
    edit('components/bunk-check/bunk-check.css', from, to)
    commitAll(changing, subject)
    await waitForText(runs, 'header', /out of date/)
    await run(runs, 'Verify all')
  }
  await again(/--bunk-size: 22px/, '--bunk-size: 24px', 'Try larger bunks')
  await again(/--bunk-size: 24px/, '--bunk-size: 23px', 'Smaller again')
  await again(/--bunk-size: 23px/, '--bunk-size: 22px', 'Back to the drawing')
  await run(runs, 'Verify all')
  await runs.locator('[data-run]:nth-child(4) button').click()
  await runs.waitForSelector('[data-changed="bunk-check"]')
  await runs.locator('[data-case] button').click()
  await runs.waitForSelector('[aria-label="What was read"]')
  await new Promise((done) => setTimeout(done, 800))
  await runs.screenshot({ path: `${FOLDER}/runs.png` })
  await runs.close()
  rmSync(changing, { recursive: true, force: true })
} finally {
  await app.close()
  await closeAll()
}
