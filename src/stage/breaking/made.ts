import type { RuleChange } from '@/core/breaks'
import { isInside } from '../hit'
import { foreignRoots } from './shown'
import { shadowsIn, type StandingCase } from '../findPart'
import type { StageComponent } from '../protocol'

/** A tree of a case: what its styles say is said of what stands in it. */
export type Tree = Document | ShadowRoot

/** A style sheet that the component's code has made, in the tree in which it stands. */
interface MadeSheet {
  tree: Tree
  sheet: CSSStyleSheet
  /** Its place among the sheets that the tree has adopted; undefined for that of an element, which no other tree has. */
  adoptedAt?: number
}

// What stands in a tree before the component's own sheets: the stage's, and tokens where a case has a document.
export const BEFORE = { shadow: 1, document: 2 }

/** All trees of a case, the outermost first. */
function* treesOf({ isolated }: StageComponent, { scope, host, frame }: StandingCase): Generator<Tree> {
  yield scope instanceof ShadowRoot ? scope : host.ownerDocument
  // Where cases stand in one document, its styles are of no case alone.
  if (!isolated && !(scope instanceof ShadowRoot)) return
  yield* shadowsIn(frame)
}

/** The sheets of a case that neither the stage nor the library has brought. */
function* madeSheets(component: StageComponent, standing: StandingCase): Generator<MadeSheet> {
  const foreign = foreignRoots(component, standing)
  const isForeign = (element: Element) => foreign.some((root) => isInside(element, root))
  for (const tree of treesOf(component, standing)) {
    if (tree instanceof ShadowRoot && tree !== standing.scope && isForeign(tree.host)) continue
    for (const sheet of tree.styleSheets) {
      const { ownerNode } = sheet
      if (ownerNode instanceof HTMLStyleElement && !isForeign(ownerNode)) yield { tree, sheet }
    }
    const isOuter = tree === standing.scope || tree instanceof Document
    const given = component.sheets.length + (tree instanceof Document ? BEFORE.document : BEFORE.shadow)
    for (const [adoptedAt, sheet] of tree.adoptedStyleSheets.entries())
      if (!isOuter || adoptedAt >= given) yield { tree, sheet, adoptedAt }
  }
}

/** Rules that are made for all that there is are none of the component's: imports, fonts, names. */
const STYLES = [CSSStyleRule, CSSGroupingRule]

/** The texts of all rules that the component's code has made for a case. */
export function* madeRules(component: StageComponent, standing: StandingCase): Generator<string> {
  for (const { sheet } of madeSheets(component, standing))
    for (const rule of sheet.cssRules) if (STYLES.some((each) => rule instanceof each)) yield rule.cssText
}

/** The trees of a case in which each rule stands that the component's code has made, by the rule's text. */
export function treesByRule(component: StageComponent, standing: StandingCase): Map<string, Set<Tree>> {
  const found = new Map<string, Set<Tree>>()
  for (const { tree, sheet } of madeSheets(component, standing))
    for (const { cssText } of sheet.cssRules) found.set(cssText, (found.get(cssText) ?? new Set()).add(tree))
  return found
}

/** Changes rules in all sheets of a case in which they stand. @returns how that is taken back */
export function changeRules(
  component: StageComponent,
  standing: StandingCase,
  changes: readonly RuleChange[],
): () => void {
  const undo = changes.map((change) => changeRule(component, standing, change))
  return () => undo.toReversed().forEach((each) => each())
}

function changeRule(
  component: StageComponent,
  standing: StandingCase,
  { rule, from, to, text }: RuleChange,
): () => void {
  const changed = rule.slice(0, from) + text + rule.slice(to)
  const undo: (() => void)[] = []
  for (const { tree, sheet, adoptedAt } of madeSheets(component, standing)) {
    const places = placesOf(sheet, rule)
    if (places.length === 0) continue
    if (adoptedAt === undefined) {
      for (const at of places) undo.push(exchange(sheet, at, rule, changed))
      continue
    }
    // Other trees, and other cases, may have the same sheet.
    const own = copyOf(sheet)
    for (const at of places) exchange(own, at, rule, changed)
    tree.adoptedStyleSheets[adoptedAt] = own
    undo.push(() => (tree.adoptedStyleSheets[adoptedAt] = sheet))
  }
  return () => undo.toReversed().forEach((each) => each())
}

const placesOf = ({ cssRules }: CSSStyleSheet, text: string) =>
  [...cssRules].flatMap(({ cssText }, at) => (cssText === text ? [at] : []))

function copyOf({ cssRules, media }: CSSStyleSheet): CSSStyleSheet {
  const copy = new CSSStyleSheet({ media: media.mediaText })
  copy.replaceSync([...cssRules].map(({ cssText }) => cssText).join('\n'))
  return copy
}

/** Puts another rule in the place of one. @returns how that is taken back */
function exchange(sheet: CSSStyleSheet, at: number, rule: string, changed: string): () => void {
  sheet.deleteRule(at)
  try {
    sheet.insertRule(changed, at)
  } catch {
    // What the browser does not understand it would drop.
    sheet.insertRule(rule, at)
    return () => {}
  }
  return () => {
    sheet.deleteRule(at)
    sheet.insertRule(rule, at)
  }
}
