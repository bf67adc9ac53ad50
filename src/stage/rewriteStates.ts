import { answerQuery, type Surroundings } from '@/core/contexts'

type Holder = CSSStyleSheet | CSSGroupingRule | CSSStyleRule

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

const rewrittenRules = new WeakMap<CSSStyleSheet, number>()

/** The same for sheets that a component's own code made, in the document or in a shadow tree of its own. They may have grown since. */
export function rewriteMade(root: Document | ShadowRoot, surroundings: Surroundings, width?: number): void {
  for (const sheet of [...root.styleSheets, ...root.adoptedStyleSheets]) {
    // Many elements share a sheet: it is gone through again only when it has grown.
    if (rewrittenRules.get(sheet) === sheet.cssRules.length) continue
    rewriteRules(sheet)
    decideMedia(sheet, surroundings, width)
    rewrittenRules.set(sheet, sheet.cssRules.length)
  }
}

/** Makes every rule of a sheet that waits for a state match elements that bear it as an attribute too. */
export function rewriteStates(sheet: CSSStyleSheet): void {
  rewriteRules(sheet)
}

const isRewritten = (selector: string) => selector.includes(`[${REACH}~=`) || selector.includes('brelt-')

function rewriteRules(parent: Holder): void {
  for (let at = 0; at < parent.cssRules.length; at++) {
    const rule = parent.cssRules[at]!
    if (rule instanceof CSSStyleRule) {
      if (rule.selectorText.search(DYNAMIC) >= 0 && !isRewritten(rule.selectorText))
        rule.selectorText = rewritten(rule.selectorText)
      if (rule.cssRules.length > 0) rewriteRules(rule)
    } else if (rule.constructor.name === 'CSSScopeRule') {
      // The limits of a scope cannot be changed in place.
      if (rule.cssText.search(DYNAMIC) < 0 || isRewritten(rule.cssText)) continue
      parent.deleteRule(at)
      parent.insertRule(rewritten(rule.cssText), at)
    } else if (rule instanceof CSSGroupingRule) rewriteRules(rule)
  }
}

/**
 * Decides a sheet's rules for what a page cannot be given: reduced motion and all that contexts set, whatever the reader's own system
 * asks for, and those for a pointer that can hover: states that are held are those of a mouse.
 * @param width of the window that the cases are to stand in, where it is another than this one
 */
export function decideMedia(parent: Holder, surroundings: Surroundings, width?: number): void {
  for (const rule of parent.cssRules) {
    if (rule instanceof CSSMediaRule) {
      const text = rule.media.mediaText
      const decided = answerQuery(text, surroundings, width)
      if (decided !== text) rule.media.mediaText = decided
    }
    if (rule instanceof CSSGroupingRule || rule instanceof CSSStyleRule) decideMedia(rule, surroundings, width)
  }
}
