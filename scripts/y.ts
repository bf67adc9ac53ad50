import { treeOf } from '@/core/sheet'
import { prepareLibrary } from '@/runner'
const N = Number(process.argv[2])
const files: Record<string, string> = {
  'library.yaml': 'library: 1\nname: Many\ncontexts: { theme: [a, b], density: [c, d], dir: [ltr, rtl] }\n',
}
for (let at = 0; at < N; at++) {
  files[`c${at}/c${at}.sheet.yaml`] = `sheet: 1
name: Thing ${at}
source: { kind: markup, markup: c.liquid, styles: [c.css] }
parts: { root: .thing, label: .label }
props: { tone: { type: choice, values: [a, b, c, d, e], default: a }, size: { type: choice, values: [s, m, l, x], default: s }, wide: { type: flag } }
axes:
  tone: [a, b, c, d, e]
  size: [s, m, l, x]
  wide: [off, on]
  interaction: { of: state, values: { rest: {}, hover: { pseudo: hover }, focus: { pseudo: focus-visible }, active: { pseudo: active } } }
spec:
  - expect: { root: { display: block, color: black, width: 10px, height: 10px }, label: { display: inline } }
`
  files[`c${at}/c.liquid`] = '<p class="thing thing--{{ props.tone }}"><span class="label">x</span></p>'
  files[`c${at}/c.css`] = '.thing { color: black }'
}
const tree = treeOf(files)
global.gc?.()
const before = process.memoryUsage().heapUsed
const t = performance.now()
const prepared = await prepareLibrary(tree)
global.gc?.()
const cases = prepared.components.reduce((s, c) => s + c.plan.cases.length, 0)
console.log(
  cases,
  'cases',
  (process.memoryUsage().heapUsed - before) / cases,
  'bytes a case',
  (performance.now() - t) / cases,
  'ms a case',
)
