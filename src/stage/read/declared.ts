import { findParts, type MountedCase } from '../findPart'
import type { StageComponent } from '../protocol'

/** A property that styles declare for a part, with a value as written; empty where a shorthand with variables hides it. */
export type Declared = [part: string, property: string, value: string]

/** A style rule that may match parts, whatever state they are in. */
interface Matcher {
  selector: string
  pseudo: string
  style: CSSStyleDeclaration
}

/**
 * What the component's own styles declare for its parts, in any of the mounted cases. States that only a pointer or the
 * keyboard brings about are taken to hold; custom properties are left out.
 * @param own which sheets are the component's own
 */
export function declaredFor(
  component: StageComponent,
  cases: readonly MountedCase[],
  own: readonly string[],
): Declared[] {
  const matchers = component.sheets
    .filter(({ url }) => own.includes(url))
    .flatMap(({ scoped, text }) => matchersOf(sheetOf(component.isolated ? text : scoped).cssRules))
  const found = new Map<string, Declared>()
  const shadows = new Map<CSSStyleSheet, Matcher[]>()
  // Elements that look the same to every selector are asked once.
  const asked = new Set<string>()
  for (const one of cases) {
    if (one.failure !== undefined) continue
    for (const [part, { pseudo = '' }] of Object.entries(component.parts)) {
      for (const element of findParts(component, one, part)) {
        const signature = `${part}|${signatureOf(element, one.frame)}`
        if (asked.has(signature)) continue
        asked.add(signature)
        const inner = shadowSheets(element, one).flatMap((sheet) => {
          if (!shadows.has(sheet)) shadows.set(sheet, matchersOf(sheet.cssRules))
          return shadows.get(sheet)!
        })
        for (const { selector, pseudo: wanted, style } of [...matchers, ...inner]) {
          if (wanted !== pseudo || !matches(element, selector)) continue
          for (const property of style) {
            if (property.startsWith('--')) continue
            const value = style.getPropertyValue(property)
            found.set(`${part}|${property}|${value}`, [part, property, value])
          }
        }
      }
    }
  }
  return [...found.values()]
}

function sheetOf(text: string): CSSStyleSheet {
  const sheet = new CSSStyleSheet()
  sheet.replaceSync(text)
  return sheet
}

function matchersOf(rules: CSSRuleList, parent?: string): Matcher[] {
  return [...rules].flatMap((rule): Matcher[] => {
    if (rule instanceof CSSStyleRule) {
      const selector = parent === undefined ? rule.selectorText : rule.selectorText.replaceAll('&', `:is(${parent})`)
      const own = splitList(selector).map((each): Matcher => {
        const [, base = each, pseudo = ''] = /^(.*?)(::[a-z-]+(?:\([^)]*\))?)?$/.exec(each.trim()) ?? []
        return { selector: inAnyState(base.trim() || '*'), pseudo, style: rule.style }
      })
      return [...own, ...matchersOf(rule.cssRules, selector)]
    }
    return 'cssRules' in rule ? matchersOf((rule as CSSGroupingRule).cssRules, parent) : []
  })
}

/** Splits a list of selectors at the commas that no bracket encloses. */
function splitList(selectors: string): string[] {
  const list: string[] = ['']
  let depth = 0
  for (const character of selectors) {
    if (character === '(' || character === '[') depth++
    if (character === ')' || character === ']') depth--
    if (character === ',' && depth === 0) list.push('')
    else list[list.length - 1] += character
  }
  return list
}

const STATES = /:(hover|active|focus-visible|focus-within|focus|target)(?![\w-])/g

/** The selector with the states that only input brings about taken to hold. */
const inAnyState = (selector: string) =>
  selector.replace(/:not\((?:[^()]|\([^()]*\))*:(hover|active|focus)[^()]*\)/g, ':is(*)').replace(STATES, ':is(*)')

function matches(element: Element, selector: string): boolean {
  try {
    return element.matches(selector)
  } catch {
    return false // a selector that only a style sheet takes
  }
}

/** Sheets of the shadow tree that a part lies in, where that is not the case's own. */
function shadowSheets(element: Element, one: MountedCase): CSSStyleSheet[] {
  const root = element.getRootNode()
  if (!(root instanceof ShadowRoot) || root === one.scope) return []
  return [...root.adoptedStyleSheets, ...root.styleSheets]
}

/** What selectors can tell an element by: itself and all that it stands in, with what came before. */
function signatureOf(element: Element, frame: Element): string {
  const steps: string[] = []
  for (let at: Element | null = element; at && at !== frame; at = at.parentElement) {
    const attributes = [...at.attributes]
      .filter(({ name }) => name !== 'id' && name !== 'for' && !name.startsWith('data-brelt'))
      .map(({ name, value }) => `${name}=${value}`)
    const form = at as Partial<HTMLInputElement>
    const before = at.previousElementSibling as (Element & Partial<HTMLInputElement>) | null
    steps.push(
      [
        at.localName,
        ...attributes,
        form.checked,
        form.indeterminate,
        form.disabled,
        before?.className,
        before?.checked,
        before?.indeterminate,
        before?.disabled,
      ].join(' '),
    )
  }
  return steps.join('>')
}
