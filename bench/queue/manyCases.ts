import { treeOf, type FileTree } from '@/core/sheet'

// 5 × 4 × 2 × 4 values, in 2 × 2 × 2 contexts.
export const CASES_EACH = 1280

/** A library of so many plain components, each of 1,280 cases with a few expectations. */
export function manyCases(components: number): FileTree {
  const files: Record<string, string> = {
    'library.yaml':
      'library: 1\nname: Many\ncontexts: { theme: [day, night], density: [wide, narrow], dir: [ltr, rtl] }\n',
  }
  for (let at = 0; at < components; at++) {
    files[`c${at}/c${at}.sheet.yaml`] = `sheet: 1
name: Peg ${at}
source: { kind: markup, markup: peg.liquid, styles: [peg.css] }
parts: { root: .peg, label: .label }
props:
  tone: { type: choice, values: [a, b, c, d, e], default: a }
  size: { type: choice, values: [s, m, l, x], default: s }
  wide: { type: flag }
axes:
  tone: [a, b, c, d, e]
  size: [s, m, l, x]
  wide: [off, on]
  interaction: { of: state, values: { rest: {}, hover: { pseudo: hover }, focus: { pseudo: focus-visible }, pressed: { pseudo: active } } }
contexts: { theme: all, density: all, dir: all }
spec:
  - expect:
      root: { display: block, padding-left: 4px, padding-right: 4px, border-top-width: 0px, cursor: pointer }
      label: { display: inline, font-weight: 700, text: Peg }
  - { when: { interaction: hover }, expect: { root: { cursor: help } } }
`
    files[`c${at}/peg.liquid`] =
      '<div class="peg peg--{{ props.tone }} peg--{{ props.size }}"><b class="label">Peg</b></div>'
    files[`c${at}/peg.css`] = '.peg { padding: 0 4px; cursor: pointer }\n.peg:hover { cursor: help }\n'
  }
  return treeOf(files)
}
