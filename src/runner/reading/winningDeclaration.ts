import type { Protocol } from 'puppeteer-core'
import { declares, isInherited } from '@/core/css'

type Matched = Protocol.CSS.GetMatchedStylesForNodeResponse
type Style = Protocol.CSS.CSSStyle

/** A declaration and the sheet and place that it stands in. */
export interface FoundDeclaration {
  styleSheetId?: string | undefined
  /** Place in the sheet's text, from 0; undefined for an element's own style attribute. */
  line?: number
  column?: number
  text: string
}

/** The declaration that wins for the first of `properties` that is declared at all. */
export function winningDeclaration(
  matched: Matched,
  properties: readonly string[],
  pseudo: string | undefined,
): FoundDeclaration | undefined {
  const rules = pseudo
    ? (matched.pseudoElements?.find(({ pseudoType }) => `::${pseudoType}` === pseudo)?.matches ?? [])
    : (matched.matchedCSSRules ?? [])
  // Weakest first, as the browser tells them; an element's own style stands above all rules.
  const styles = [...rules.map(({ rule }) => ({ style: rule.style, isOwn: rule.origin === 'regular' }))]
  if (!pseudo && matched.inlineStyle) styles.push({ style: matched.inlineStyle, isOwn: true })
  const inherited = pseudo
    ? []
    : (matched.inherited ?? []).map((entry) =>
        entry.matchedCSSRules
          .filter(({ rule }) => rule.origin === 'regular')
          .map(({ rule }) => ({ style: rule.style, isOwn: true })),
      )
  for (const property of properties) {
    const own = strongest(
      styles.filter(({ isOwn }) => isOwn).map(({ style }) => style),
      property,
    )
    if (own) return own
    if (!isInherited(property)) continue
    for (const entry of inherited) {
      const found = strongest(
        entry.map(({ style }) => style),
        property,
      )
      if (found) return found
    }
  }
  return undefined
}

function strongest(styles: readonly Style[], property: string): FoundDeclaration | undefined {
  const declarations = styles.flatMap((style) =>
    style.cssProperties
      .filter((each) => !each.disabled && each.parsedOk !== false && each.range && declares(each.name, property))
      .map((each) => ({ style, each })),
  )
  const important = declarations.filter(({ each }) => each.important)
  const winner = important.length ? important[0] : declarations.at(-1)
  if (!winner) return undefined
  const { style, each } = winner
  return {
    styleSheetId: style.styleSheetId,
    line: each.range!.startLine,
    column: each.range!.startColumn,
    text: each.text?.trim() || `${each.name}: ${each.value}`,
  }
}
