import { expect, test } from '@jest/globals'
import ts from 'typescript'
import { propTypes, skeletonCss } from '@/core/code'
import { overlay } from '@/core/sheet'
import { prepareLibrary, surveyComponent } from '@/runner'
import { openFolder } from '@/source'
import { verifyTree } from '../support/library'
import { engineBrowser } from '../support/browsers'
import { isWhole } from '../support/extent'

const tree = openFolder('demo/firnline')

/** The skeleton of a component, written from its spec with no styles of its own in sight. */
async function skeletonOf(slug: string) {
  const file = `components/${slug}/${slug}.css`
  const bare = overlay(tree, { [file]: '' })
  const prepared = await prepareLibrary(bare, { components: [slug] })
  const [component] = prepared.components
  const { sheet, plan } = component!
  const survey = await surveyComponent(await engineBrowser(), prepared, component!)
  const tokens = new Map(prepared.tokens.list({}).map((token) => [token.path, token]))
  const skeleton = skeletonCss(sheet, plan.rules, plan.space.dimensions, survey, tokens)
  const { report } = await verifyTree(await engineBrowser(), overlay(tree, { [file]: skeleton.css }), {
    components: [slug],
  })
  return { skeleton, report }
}

/** The component with most rules, or one that is quickly read; what each holds at least. */
const [SLUG, LEAST] = isWhole ? ['bunk-check', 1500] : ['trail-tile', 200]

test('the skeleton of a component, put into it when it has no styles, satisfies every literal rule', async () => {
  const { skeleton, report } = await skeletonOf(SLUG)
  const [component] = report.components
  const left = new Set(
    skeleton.left.filter(({ why }) => why !== 'anything is right').map(({ part, reading }) => `${part} · ${reading}`),
  )
  const missed = component!.findings.map(({ part, reading, expected, measured }) => ({
    of: `${part} · ${reading}`,
    expected,
    measured,
  }))
  // What it leaves to the author are sizes and places that come out of layout, and comparisons: never a declaration.
  expect(missed.filter(({ of }) => !left.has(of))).toEqual([])
  expect(skeleton.left.filter(({ why }) => /markup tells/.test(why))).toEqual([])
  expect(report.totals.holds).toBeGreaterThan(LEAST)
  expect(skeleton.css).toContain('var(--color-accent)')
})

test('prop types say the unions and defaults, and compile', async () => {
  const { components } = await prepareLibrary(tree, { components: ['bunk-check', 'kit-chips'] })
  for (const { sheet } of components) {
    const text = propTypes(sheet)
    const { diagnostics } = ts.transpileModule(text, { reportDiagnostics: true, compilerOptions: { strict: true } })
    expect(diagnostics).toEqual([])
  }
  const [text] = components.filter(({ sheet }) => sheet.slug === 'bunk-check').map(({ sheet }) => propTypes(sheet))
  expect(text).toContain('size?: "compact" | "regular"')
  expect(text).toContain('size: "regular"')
  expect(text).toContain('export interface BunkCheckProps')
})
