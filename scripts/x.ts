import { openFolder } from '@/source'
import { prepareLibrary, launchChromium, verifyLibrary } from '@/runner'
import { trespassInTexts, hasCode } from '@/stage'
import { StagePage } from '@/runner/StagePage'
const P = StagePage.prototype as any
const lib = await prepareLibrary(openFolder('demo/firnline'))
const browser = await launchChromium()
const tres = P.trespass; P.trespass = async function () { const r = await tres.call(this); console.log('   after chunk:', r); return r }
for (const c of lib.components) {
  console.log(c.sheet.slug, c.sheet.data.stage.isolate, hasCode(c.compiled!.component), trespassInTexts(c.compiled!.component))
  await verifyLibrary(browser, { ...lib, withScenarios: false, components: [{ ...c, plan: { ...c.plan, cases: c.plan.cases.filter((x) => x.settings.steps.length === 0) } }] } as never, { workers: 1 })
}
await browser.close(); process.exit(0)
