import type { Browser } from 'puppeteer-core'
import { treeOf } from '@/core/sheet'
import { prepareLibrary, verifyLibrary } from '@/runner'
import { PARTS, PROPERTIES, benchLibrary } from './component'

const SELECTORS = Object.values(PARTS)

/** Brelt end to end: from texts to the report. Milliseconds a case. */
export async function brelt(browser: Browser, cases: number): Promise<number> {
  const start = performance.now()
  const report = await verifyLibrary(browser, await prepareLibrary(benchLibrary(cases)), { workers: 1 })
  if (report.totals.cases !== cases || report.totals.unread > 0)
    throw new Error(`read ${report.totals.cases} cases, ${report.totals.unread} unread`)
  return (performance.now() - start) / cases
}

/** The documents that the other ways read: plain HTML, as a person who writes such a script would make it. */
async function pages(cases: number): Promise<{ css: string; bodies: string[] }> {
  const { components } = await prepareLibrary(benchLibrary(cases))
  const { compiled, plan } = components[0]!
  const { Liquid } = await import('liquidjs')
  const engine = new Liquid()
  const piece = compiled!.component.pieces.berth
  if (piece?.kind !== 'markup') throw new Error('the bench component is of markup')
  const template = engine.parse(piece.template.text)
  return {
    css: compiled!.component.sheets[0]!.text,
    bodies: plan.cases.map(({ settings }) => engine.renderSync(template, { props: settings.props }) as string),
  }
}

/**
 * The bare limit: one document with all cases, and nothing but getComputedStyle. The document has just been shown, as in
 * Brelt's runs, so that its styles are computed here and not before. Milliseconds a case.
 */
export async function limit(browser: Browser, cases: number): Promise<number> {
  const { css, bodies } = await pages(cases)
  const page = await browser.newPage()
  try {
    await page.setContent(`<!doctype html><style>${css}</style><main hidden>${bodies.join('')}</main>`)
    const milliseconds = await page.evaluate(
      (selectors, properties) => {
        const start = performance.now()
        let length = 0
        document.querySelector('main')!.hidden = false
        for (const root of document.querySelectorAll(selectors[0]!)) {
          for (const selector of selectors) {
            const style = getComputedStyle(selector === selectors[0] ? root : root.querySelector(selector)!)
            for (const property of properties) length += style.getPropertyValue(property).length
          }
        }
        if (length === 0) throw new Error('nothing was read')
        return performance.now() - start
      },
      SELECTORS,
      [...PROPERTIES],
    )
    return milliseconds / cases
  } finally {
    await page.close()
  }
}

/** A hand-written script: a page a case, with a pause before it is read, or without. Milliseconds a case, from a sample. */
export async function handWritten(browser: Browser, cases: number, pauseMs: number, sample: number): Promise<number> {
  const { css, bodies } = await pages(cases)
  const start = performance.now()
  for (const body of bodies.slice(0, sample)) {
    const page = await browser.newPage()
    await page.setContent(`<!doctype html><style>${css}</style>${body}`)
    await page.hover('.berth__hit')
    if (pauseMs > 0) await new Promise((done) => setTimeout(done, pauseMs))
    await page.evaluate(
      (selectors, properties) =>
        selectors.map((selector) =>
          properties.map((property) => getComputedStyle(document.querySelector(selector)!).getPropertyValue(property)),
        ),
      SELECTORS,
      [...PROPERTIES],
    )
    await page.close()
  }
  return (performance.now() - start) / sample
}

/** What a component whose script never returns costs a run beyond what it costs otherwise, ms. */
export async function loopCost(browser: Browser): Promise<number> {
  const library = (script: string) =>
    treeOf({
      'library.yaml': 'library: 1\nname: Loop',
      'components/loop/loop.liquid': '<p>{{ props.n }}</p>',
      'components/loop/loop.js': `export default () => { ${script} }`,
      'components/loop/loop.sheet.yaml':
        'sheet: 1\nname: Loop\nsource: { kind: markup, markup: loop.liquid, script: loop.js }\nprops: { n: { type: text } }\naxes: { n: [a, b, c] }\nspec: [{ expect: { root: { display: block } } }]',
    })
  const time = async (script: string) =>
    (await verifyLibrary(browser, await prepareLibrary(library(script)))).milliseconds
  return (await time('for (;;) {}')) - (await time(''))
}
