import { findParts, type StandingCase } from '../findPart'
import type { StageComponent } from '../protocol'
import { selectorKeys, splitList } from './selectorKeys'

/** A property that styles declare for a part, with a value as written; empty where a shorthand with variables hides it. */
export type Declared = [part: string, property: string, value: string]

/** A style rule that may match parts, whatever state they are in. */
interface Matcher {
  selector: string
  pseudo: string
  style: CSSStyleDeclaration
}

/** The rules of style sheets, by what an element must have for them to match. */
interface RuleIndex {
  byKey: ReadonlyMap<string, readonly Matcher[]>
  others: readonly Matcher[]
}

/** Rules that have been gone through: frameworks have thousands, and the same ones in every chunk of cases. */
export class DeclaredRules {
  #byText = new Map<string, RuleIndex>()

  of(text: string): RuleIndex {
    let index = this.#byText.get(text)
    if (!index) this.#byText.set(text, (index = indexOf(sheetOf(text))))
    return index
  }
}

/**
 * What the component's own styles declare for its parts, in any of the mounted cases. States that only a pointer or the
 * keyboard brings about are taken to hold; custom properties are left out.
 * @param sheets the component's own
 * @param rules of what was asked before
 */
export function declaredFor(
  component: StageComponent,
  cases: readonly StandingCase[],
  sheets: readonly Pick<StageComponent['sheets'][number], 'text' | 'scoped'>[],
  rules: DeclaredRules,
): Declared[] {
  const all = sheets.map(({ scoped, text }) => rules.of(component.isolated ? text : scoped))
  const found = new Map<string, Declared>()
  const shadows = new Map<CSSStyleSheet, RuleIndex>()
  // Elements that look the same to every selector are asked once.
  const asked = new Set<string>()
  for (const mounted of cases) {
    if (mounted.failure !== undefined) continue
    for (const [part, { pseudo = '' }] of Object.entries(component.parts)) {
      for (const element of findParts(component, mounted, part)) {
        const signature = `${part}|${signatureOf(element, mounted.frame)}`
        if (asked.has(signature)) continue
        asked.add(signature)
        const inner = shadowSheets(element, mounted).map((sheet) => {
          if (!shadows.has(sheet)) shadows.set(sheet, indexOf(sheet))
          return shadows.get(sheet)!
        })
        for (const { selector, pseudo: wanted, style } of [...all, ...inner].flatMap((each) =>
          candidates(each, element),
        )) {
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

function indexOf(sheet: CSSStyleSheet): RuleIndex {
  const byKey = new Map<string, Matcher[]>()
  const others: Matcher[] = []
  for (const matcher of matchersOf(sheet.cssRules)) {
    const keys = selectorKeys(matcher.selector)
    if (keys === undefined) others.push(matcher)
    for (const key of keys ?? []) {
      const known = byKey.get(key)
      if (known) known.push(matcher)
      else byKey.set(key, [matcher])
    }
  }
  return { byKey, others }
}

/** The rules that may match an element; most of a framework's cannot. */
function candidates({ byKey, others }: RuleIndex, element: Element): Matcher[] {
  const keys = [element.localName.toLowerCase(), ...[...element.classList].map((name) => `.${name}`)]
  return [...new Set([...others, ...keys.flatMap((key) => byKey.get(key) ?? [])])]
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
function shadowSheets(element: Element, mounted: StandingCase): CSSStyleSheet[] {
  const root = element.getRootNode()
  if (!(root instanceof ShadowRoot) || root === mounted.scope) return []
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
