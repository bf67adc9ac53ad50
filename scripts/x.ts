import { openFolder } from '@/source'
import { prepareLibrary, launchChromium } from '@/runner'
import { EnginePage } from '@/runner/scenario/EnginePage'
import { findShell } from '@/runner/findShell'
import { Player } from '@/runner/scenario/Player'
import { scenarioJobs } from '@/runner/scenario'
import { execFileSync } from 'node:child_process'
const cpu = () => { const rows = execFileSync('bash', ['-c', 'for p in $(pgrep -f headless-shell) ' + process.pid + '; do echo $(tr "\\0" " " < /proc/$p/cmdline | grep -o "type=[a-z-]*" | head -1) $(awk \'{print $14+$15}\' /proc/$p/stat); done'], {encoding:'utf8'}); const m: Record<string, number> = {}; for (const l of rows.trim().split('\n')) { const [a,b]=l.split(' '); const k = b===undefined?'main':a!; m[k]=(m[k]??0)+Number(b??a) } return m }
const t0 = performance.now()
const lib = await prepareLibrary(openFolder('demo/firnline'))
console.log('prepare', performance.now() - t0)
const page = await EnginePage.open(findShell()!, lib.library.data.viewport)
const wrap = (o: any, n: string, acc: Record<string, number>, key = n) => { const f = o[n].bind(o); o[n] = async (...a: any[]) => { const k = key === 'call' ? 'call:' + a[0] : key; const t = performance.now(); try { return await f(...a) } finally { acc[k] = (acc[k] ?? 0) + performance.now() - t; acc['#' + k] = (acc['#' + k] ?? 0) + 1 } } }
for (const c of lib.components) { if (![ 'kit-chips','log-field','hut-card','trail-tile'].includes(c.sheet.slug)) continue
  if (!c.compiled) continue
  const setup = { sheet: c.sheet, library: lib.library, component: c.compiled.component, originalPlace: c.compiled.originalPlace, tokens: lib.tokens, viewport: lib.library.data.viewport }
  const one = c.plan.cases.find((x) => x.settings.steps.length === 0)!
  await Player.start(page, setup as never, one, [])
  const acc: Record<string, number> = {}
  const p2 = new Proxy(page, { get: (o, k) => { const v = (own as any)[k] ?? (o as any)[k]; return typeof v === "function" ? v.bind(o) : v } }) as any; const own: any = {}; for (const n of ['hold','load','begin','rest','passing','pass']) { own[n] = undefined; const f = (page as any)[n].bind(page); own[n] = async (...a: any[]) => { const t = performance.now(); try { return await f(...a) } finally { acc[n] = (acc[n] ?? 0) + performance.now() - t; acc["#" + n] = (acc["#" + n] ?? 0) + 1 } } }
  own.call = async (...a: any[]) => { const k = "call:" + a[0]; const t = performance.now(); try { return await (page as any).call(...a) } finally { acc[k] = (acc[k] ?? 0) + performance.now() - t; acc["#" + k] = (acc["#" + k] ?? 0) + 1 } }
  const a = cpu(); const t = performance.now()
  const N = 20
  for (let i = 0; i < N; i++) await Player.start(p2, setup as never, one, [])
  const b = cpu()
  console.log(c.sheet.slug, c.sheet.data.source.kind, ((performance.now() - t) / N).toFixed(1), 'cpu', Object.keys(b).map((k) => k + ' ' + ((b[k]! - (a[k] ?? 0)) * 10 / N).toFixed(1)).join(', '), JSON.stringify(Object.fromEntries(Object.entries(acc).map(([k, v]) => [k, Number((v / N).toFixed(1))]))))
}
await page.close()
