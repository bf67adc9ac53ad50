import { parse, type Container, type Declaration, type Root, type Rule } from 'postcss'
import { bearersOf } from './bearers'

/** A rule of a style sheet, in places of its text. */
export interface StyleRule {
  /** As it would stand outside of all others. */
  selector: string
  /** Of it, without what hangs on a state or is no element: whatever it can ever style is found by this; undefined where that is everything. */
  bearers: string | undefined
  /** The pseudo-element that it styles, such as `::before`; empty for elements, undefined where it styles several kinds. */
  pseudo: string | undefined
  /** Between its braces. */
  from: number
  to: number
  line: number
  column: number
  declarations: StyleDeclaration[]
}

/** A declaration of a style sheet, in places of its text. */
export interface StyleDeclaration {
  property: string
  value: string
  from: number
  to: number
  /** Where its value begins. */
  valueFrom: number
  line: number
  column: number
  rule: StyleRule
}

// What these hold styles no element by itself: fonts, registered properties, frames of an animation.
const ELSEWHERE = /^(font-face|property|(-webkit-|-moz-)?keyframes|counter-style|font-feature-values|page)$/

/** All rules of a style sheet that style elements, nested ones too, in their order; none where it cannot be parsed. */
export function styleRules(css: string): StyleRule[] {
  let root: Root
  try {
    root = parse(css)
  } catch {
    return [] // that a browser drops what cannot be parsed is a lint's to tell
  }
  const rules: StyleRule[] = []
  gather(css, root, undefined, rules)
  return rules
}

function gather(css: string, holder: Container, parent: StyleRule | undefined, rules: StyleRule[]) {
  holder.each((node) => {
    if (node.type === 'rule') {
      const rule = ruleOf(node, parent)
      rules.push(rule)
      gather(css, node, rule, rules)
    } else if (node.type === 'decl') {
      if (parent) parent.declarations.push(declarationOf(css, node, parent))
    } else if (node.type === 'atrule' && node.nodes && !ELSEWHERE.test(node.name)) gather(css, node, parent, rules)
  })
}

function ruleOf({ selectors, selector: own, raws, source }: Rule, parent: StyleRule | undefined): StyleRule {
  const selector = parent ? selectors.map((each) => inside(each, parent)).join(', ') : selectors.join(', ')
  const { start, end } = source!
  return {
    selector,
    ...bearersOf(selector),
    from: start!.offset + (raws.selector?.raw ?? own).length + (raws.between ?? '').length + 1,
    to: end!.offset - 1,
    line: start!.line,
    column: start!.column,
    declarations: [],
  }
}

/** A nested selector, written out. */
function inside(selector: string, parent: StyleRule): string {
  const above = `:is(${parent.selector})`
  return selector.includes('&') ? selector.replaceAll('&', above) : `${above} ${selector}`
}

function declarationOf(css: string, node: Declaration, rule: StyleRule): StyleDeclaration {
  const { prop: property, raws, source } = node
  const { start, end } = source!
  // The semicolon that ends it counts as its own here.
  const to = css[end!.offset - 1] === ';' ? end!.offset - 1 : end!.offset
  const valueFrom = start!.offset + property.length + (raws.between ?? '').length
  const value = css
    .slice(valueFrom, to)
    .replace(/\s*!\s*important\s*$/i, '')
    .trimEnd()
  return { property, value, from: start!.offset, to, valueFrom, line: start!.line, column: start!.column, rule }
}
