/** The attribute that stands for forced pseudo-classes in a page that cannot ask the engine to force them. */
export const REACH = 'data-reach'

const DYNAMIC = /:(hover|active|focus-visible|focus-within|focus|visited|target)(?![\w-])/g

/** Stands for a forced pseudo-class among an element's part names: nothing else can be asked of a part from outside. */
export const reachPart = (pseudo: string) => `brelt-${pseudo}`

const OF_PART = new RegExp(`::part\\(([^)]*)\\)${DYNAMIC.source}`, 'g')

function rewritten(selector: string): string {
  const inPlace = selector.replace(DYNAMIC, (pseudo, name: string, at: number) =>
    selector[at - 1] === ')' && /::part\([^)]*\)$/.test(selector.slice(0, at))
      ? pseudo
      : `:is(${pseudo}, [${REACH}~="${name}"])`,
  )
  const ofParts = selector.replace(OF_PART, (_, parts: string, name: string) => `::part(${parts} ${reachPart(name)})`)
  return ofParts === selector ? inPlace : `${inPlace}, ${ofParts}`
}

const done = new WeakSet<CSSStyleSheet>()

/** The same for the sheets of a shadow tree that a component's own code made; each once. */
export function rewriteShadow(root: ShadowRoot): void {
  for (const sheet of [...root.styleSheets, ...root.adoptedStyleSheets]) {
    if (done.has(sheet)) continue
    done.add(sheet)
    rewriteRules(sheet)
  }
}

/** Makes every rule of a sheet that waits for a state match elements that bear it as an attribute too. */
export function rewriteStates(sheet: CSSStyleSheet): void {
  rewriteRules(sheet)
}

function rewriteRules(parent: CSSStyleSheet | CSSGroupingRule | CSSStyleRule): void {
  for (let at = 0; at < parent.cssRules.length; at++) {
    const rule = parent.cssRules[at]!
    if (rule instanceof CSSStyleRule) {
      if (rule.selectorText.search(DYNAMIC) >= 0) rule.selectorText = rewritten(rule.selectorText)
      if (rule.cssRules.length > 0) rewriteRules(rule)
    } else if (rule.constructor.name === 'CSSScopeRule') {
      // The limits of a scope cannot be changed in place.
      if (rule.cssText.search(DYNAMIC) < 0) continue
      parent.deleteRule(at)
      parent.insertRule(rewritten(rule.cssText), at)
    } else if (rule instanceof CSSGroupingRule) rewriteRules(rule)
  }
}

/** Makes a sheet's rules for reduced motion hold or not, whatever the reader's own system asks for. */
export function decideMotion(sheet: CSSStyleSheet, isReduced: boolean): void {
  const decided = (reduce: boolean) => (reduce === isReduced ? '(min-width: 0px)' : '(max-width: 0px)')
  for (const rule of sheet.cssRules) {
    if (!(rule instanceof CSSMediaRule)) continue
    rule.media.mediaText = rule.media.mediaText
      .replace(/\(prefers-reduced-motion(: reduce)?\)/g, decided(true))
      .replace(/\(prefers-reduced-motion: no-preference\)/g, decided(false))
  }
}
