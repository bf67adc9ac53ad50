import type { Protocol } from 'puppeteer-core'
import type { SourceLine } from '@/core/plan'
import type { Place } from '@/core/problem'
import { placeInSources, type CompiledComponent } from '@/source'
import { winningDeclaration, type FoundDeclaration } from './winningDeclaration'

type Matched = Protocol.CSS.GetMatchedStylesForNodeResponse

/** Where a declaration stands that the browser has told of; undefined for one of no file, such as a token's. */
export type PlaceOf = (found: FoundDeclaration) => Place | undefined

/** Places in the author's files, by the style sheets of a page. */
export const placesOf =
  (sources: Pick<CompiledComponent, 'places'>, sheetUrl: (styleSheetId: string) => string | undefined): PlaceOf =>
  ({ styleSheetId, line, column }) => {
    const url = styleSheetId === undefined ? undefined : sheetUrl(styleSheetId)
    return url ? placeInSources(sources, url, line! + 1, column! + 1) : undefined
  }

/**
 * The declarations that made a reading what it is, the cause first: where the value is simply that of a custom property, the
 * declaration that gave the property its value comes before the one that uses it; where it is only an ingredient, after it.
 * @param properties those that decide the reading, by rank
 */
export function blame(
  matched: Matched,
  properties: readonly string[],
  pseudo: string | undefined,
  placeOf: PlaceOf,
): SourceLine | undefined {
  const found = winningDeclaration(matched, properties, pseudo)
  if (!found) return undefined
  const { whole, inner } = variablesIn(valueOf(found))
  const follow = (name: string, above: readonly string[] = []): FoundDeclaration[] => {
    const given = above.includes(name) ? undefined : winningDeclaration(withParents(matched, pseudo), [name], undefined)
    if (!given) return []
    const next = variablesIn(valueOf(given))
    return [...[...next.whole, ...next.inner].flatMap((each) => follow(each, [...above, name])), given]
  }
  const ingredients = [...inner, ...(whole.length > 1 ? whole : [])].flatMap((name) => follow(name))
  const chain = whole.length === 1 ? [...follow(whole[0]!), found, ...ingredients] : [found, ...ingredients]
  const lines = chain.flatMap((each): SourceLine[] => {
    const place = placeOf(each)
    return place ? [{ file: place.file, line: place.line, declaration: each.text.replace(/;$/, '') }] : []
  })
  const [first, ...rest] = unique(lines)
  return first && (rest.length > 0 ? { ...first, through: rest } : first)
}

const valueOf = ({ text }: FoundDeclaration) => text.slice(text.indexOf(':') + 1)

/** A pseudo-element inherits from its element. */
function withParents(matched: Matched, pseudo: string | undefined): Matched {
  if (!pseudo) return matched
  const own = matched.pseudoElements?.find(({ pseudoType }) => `::${pseudoType}` === pseudo)?.matches ?? []
  const element = { matchedCSSRules: matched.matchedCSSRules ?? [] } as Protocol.CSS.InheritedStyleEntry
  const { inlineStyle: _, ...others } = matched
  return {
    ...others,
    matchedCSSRules: own,
    inherited: [element, ...(matched.inherited ?? [])],
  }
}

/** Custom properties that a value names: those that are a whole part of it, and those that a function only makes something of. */
export function variablesIn(value: string): { whole: string[]; inner: string[] } {
  const found = { whole: [] as string[], inner: [] as string[] }
  let depth = 0
  let inVariable = false
  for (const match of value.matchAll(/([a-z-]*)\(|\)|--[\w-]+/gi)) {
    const [text, name] = match
    if (text === ')') {
      depth = Math.max(0, depth - 1)
      inVariable = false
    } else if (text.endsWith('(')) {
      depth++
      inVariable = name === 'var'
    } else if (inVariable) {
      // The first name only: what follows is the fallback.
      found[depth === 1 ? 'whole' : 'inner'].push(text)
      inVariable = false
    }
  }
  return { whole: [...new Set(found.whole)], inner: [...new Set(found.inner)] }
}

const unique = (lines: readonly SourceLine[]): SourceLine[] => [
  ...new Map(lines.map((line) => [`${line.file}:${line.line}:${line.declaration}`, line])).values(),
]
