import { isInside, type Dimension } from '../matrix'
import type { Sheet } from '../sheet'
import { inOrder, onlyValue, type Claim, type Rule, type Value } from '../spec'
import type { Survey } from '../survey'
import type { Token } from '../tokens'

/** A style sheet that does what a spec's literal rules say, and what of the spec it leaves to its author. */
export interface Skeleton {
  css: string
  /** Expectations that no declaration says: sizes that come out of layout, words, roles, comparisons. */
  left: readonly { part: string; reading: string; why: string }[]
}

/** Tokens by their paths. */
type Tokens = ReadonlyMap<string, Pick<Token, 'property' | 'type'>>

/**
 * Writes the styles that a spec's literal rules ask for. States are told by what the survey saw in the rendered cases:
 * classes, attributes, form states; and by the pseudo-classes that the sheet reaches them with.
 * Each part keeps one specificity, so that the order of the rules decides, as it does in the cascade.
 */
export function skeletonCss(
  sheet: Sheet,
  rules: readonly Rule[],
  dimensions: readonly Dimension[],
  survey: Survey,
  tokens: Tokens,
): Skeleton {
  const left: { part: string; reading: string; why: string }[] = []
  const tellers = new Map<string, Teller>()
  const tell = (axis: string, value: string) => {
    const key = `${axis}=${value}`
    if (!tellers.has(key)) tellers.set(key, tellerOf(sheet, survey, dimensions, axis, value))
    return tellers.get(key)!
  }
  const blocks = inOrder(rules).flatMap((rule) => {
    const byPart = new Map<string, string[]>()
    for (const claim of rule.claims) {
      const declaration = declarationOf(claim, sheet, tokens)
      if ('why' in declaration) left.push({ part: claim.part, reading: claim.reading.text, why: declaration.why })
      else byPart.set(claim.part, [...(byPart.get(claim.part) ?? []), declaration.text])
    }
    return [...byPart].flatMap(([part, declarations]): string[] => {
      const selectors = selectorsOf(sheet, part, rule, dimensions, tell)
      if (selectors === undefined) {
        for (const declaration of declarations)
          left.push({
            part,
            reading: declaration.split(':')[0]!,
            why: 'nothing in the markup tells these cases from the others',
          })
        return []
      }
      const note = Object.entries(rule.box)
        .map(([name, values]) => `${name} ${values.join(', ')}`)
        .join('; ')
      return [
        `${note ? `/* ${note} */\n` : ''}${selectors.join(',\n')} {\n${declarations.map((each) => `  ${each};\n`).join('')}}\n`,
      ]
    })
  })
  return {
    css: [`/* Drafted from the spec of ${sheet.data.name}. */\n`, ...foundations(sheet, rules), ...blocks].join('\n'),
    left,
  }
}

const selectorOf = (sheet: Sheet, part: string) => sheet.parts[part]?.select
const pseudoOf = (sheet: Sheet, part: string) => sheet.parts[part]?.pseudo ?? ''

/** What must stand below all rules, so that they can do anything at all: boxes that take sizes, pseudo-elements that exist. */
function foundations(sheet: Sheet, rules: readonly Rule[]): string[] {
  const claims = rules.flatMap((rule) => rule.claims)
  const says = (part: string, pattern: RegExp) =>
    claims.some((claim) => claim.part === part && pattern.test(claim.reading.text))
  return Object.keys(sheet.parts).flatMap((part) => {
    const select = selectorOf(sheet, part)
    if (select === undefined || !claims.some((claim) => claim.part === part)) return []
    const declarations = [
      ...(pseudoOf(sheet, part) && !says(part, /^content$/) ? ['content: ""'] : []),
      ...(says(part, /^((box\.|min-|max-)?(width|height)|inline-size|block-size)$/) && !says(part, /^display$/)
        ? ['display: inline-block']
        : []),
    ]
    if (declarations.length === 0) return []
    return [`${select}${pseudoOf(sheet, part)} {\n${declarations.map((each) => `  ${each};\n`).join('')}}\n`]
  })
}

/** A declaration that brings an expectation about; or why none does. */
function declarationOf(
  { part, reading, expectation, target }: Claim,
  sheet: Sheet,
  tokens: Tokens,
): { text: string } | { why: string } {
  if (selectorOf(sheet, part) === undefined || sheet.parts[part]?.inPage)
    return { why: 'its part has no selector of its own' }
  if (target.index !== 1) return { why: 'it speaks of single matches' }
  if (expectation.kind === 'any') return { why: 'anything is right' }
  const value = onlyValue(expectation)
  if (!value) return { why: 'it says no one value' }
  if (reading.name === 'present' && pseudoOf(sheet, part)) {
    const text = value.parts.map((each) => (each.kind === 'text' ? each.text : '')).join('')
    return { text: `content: ${/^(no|false)$/.test(text) ? 'none' : '""'}` }
  }
  const size = /^box\.(width|height)$/.exec(reading.name)?.[1]
  if (size !== undefined) return { text: `box-sizing: border-box;\n  ${size}: ${cssOf(value, tokens) ?? 'auto'}` }
  if (reading.origin !== 'style') return { why: 'no declaration says it' }
  const css = cssOf(value, tokens)
  return css === undefined ? { why: 'it refers to another reading' } : { text: `${reading.name}: ${css}` }
}

const propertyOf = (tokens: Tokens, path: string) => {
  const token = tokens.get(path) ?? tokens.get(`${path}.$root`)
  return token && `var(${token.property}${token.type === 'typography' ? '-font' : ''})`
}

function cssOf({ literal, parts }: Value, tokens: Tokens): string | undefined {
  const texts = parts.map((part) => {
    if (part.kind === 'text') return part.text
    if (part.kind === 'reading') return undefined
    const name = propertyOf(tokens, part.path)
    if (name === undefined) return undefined
    return part.alpha ? `rgb(from ${name} r g b / ${part.alpha})` : name
  })
  if (texts.includes(undefined)) return undefined
  return literal ? JSON.stringify(texts.join('')) : texts.join('')
}

/** How selectors tell that an axis has a value: all of `has`, none of `hasNot`; each a part and a simple selector. */
type Teller = { has: readonly Simple[]; hasNot: readonly Simple[] } | undefined
interface Simple {
  part: string
  selector: string
}

function selectorsOf(
  sheet: Sheet,
  part: string,
  { box }: Rule,
  dimensions: readonly Dimension[],
  tell: (axis: string, value: string) => Teller,
): string[] | undefined {
  const own = selectorOf(sheet, part)!
  let ways: { has: Simple[]; hasNot: Simple[] }[] = [{ has: [], hasNot: [] }]
  for (const [axis, values] of Object.entries(box)) {
    const dimension = dimensions.find(({ name }) => name === axis)
    if (!dimension || dimension.values.every((value) => values.includes(value))) continue
    const tellers = values.map((value) => tell(axis, value))
    if (tellers.includes(undefined)) return undefined
    ways = ways.flatMap((way) =>
      tellers.map((teller) => ({ has: [...way.has, ...teller!.has], hasNot: [...way.hasNot, ...teller!.hasNot] })),
    )
  }
  return ways.map(({ has, hasNot }) => {
    const conditions = [
      ...has.map((each) => conditionOn(sheet, each)),
      ...hasNot.map((each) => `:not(${conditionOn(sheet, each)})`),
    ]
    if (conditions.length === 0) return own + pseudoOf(sheet, part)
    const root = selectorOf(sheet, 'root')
    const contexts = conditions.filter((each) => each.startsWith('[data-') || each.startsWith(':not([data-'))
    const local = conditions.filter((each) => !contexts.includes(each)).join('')
    const anchor = root === undefined || part === 'root' ? `${own}${local}` : `${root}${local} ${own}`
    // :where() adds nothing to the part's own specificity.
    return `${own}:where(${contexts.length > 0 ? `${contexts.join('')} ` : ''}${anchor})${pseudoOf(sheet, part)}`
  })
}

/** A simple selector of a part as a condition on the component's root. */
function conditionOn(sheet: Sheet, { part, selector }: Simple): string {
  if (part === '') return selector
  return part === 'root' ? selector : `:has(${selectorOf(sheet, part)}${selector})`
}

function tellerOf(sheet: Sheet, survey: Survey, dimensions: readonly Dimension[], axis: string, value: string): Teller {
  const dimension = dimensions.find(({ name }) => name === axis)!
  if (dimension.kind === 'context') return { has: [{ part: '', selector: `[data-${axis}="${value}"]` }], hasNot: [] }
  const forced = forcedOf(sheet, axis, value)
  const others = dimension.values.filter((each) => each !== value)
  if (forced.length > 0) {
    // What another value forces besides tells that one from this.
    const beyond = others.flatMap((each) => {
      const more = forcedOf(sheet, axis, each)
      return forced.every((own) => more.some((other) => isSame(own, other)))
        ? more.filter((other) => !forced.some((own) => isSame(own, other)))
        : []
    })
    return { has: forced, hasNot: beyond }
  }
  const positive = featureOf(sheet, survey, axis, value)
  if (positive) return { has: [positive], hasNot: [] }
  // No sign of its own: it is told by the signs of all others that are missing.
  const signs = others.map((each): Simple[] | undefined => {
    const feature = featureOf(sheet, survey, axis, each)
    return feature
      ? [feature]
      : forcedOf(sheet, axis, each).length > 0
        ? forcedOf(sheet, axis, each).slice(-1)
        : undefined
  })
  return signs.includes(undefined) ? undefined : { has: [], hasNot: signs.flatMap((each) => each!) }
}

const isSame = (a: Simple, b: Simple) => a.part === b.part && a.selector === b.selector

function forcedOf(sheet: Sheet, axis: string, value: string): Simple[] {
  const reaches = sheet.axes.find(({ name }) => name === axis)?.reaches[value] ?? []
  return reaches.flatMap(({ pseudo, on = 'root' }) =>
    (pseudo ?? [])
      .filter((each) => each !== 'focus' || !pseudo?.includes('focus-visible'))
      .map((each) => ({ part: on, selector: `:${each}` })),
  )
}

/** A class, attribute or form state that stands in exactly the cases in which an axis has a value. */
function featureOf(sheet: Sheet, { features = [], cases }: Survey, axis: string, value: string): Simple | undefined {
  const inside = cases.filter(({ values }) => isInside(values, { [axis]: [value] }))
  const outside = cases.filter((surveyed) => !inside.includes(surveyed))
  const found = features.flatMap((feature, at) => {
    if (
      !inside.every((surveyed) => surveyed.features?.includes(at)) ||
      outside.some((surveyed) => surveyed.features?.includes(at))
    )
      return []
    const [part, selector] = feature.split(/\|(.*)/s) as [string, string]
    return selectorOf(sheet, part) === undefined ? [] : [{ part, selector }]
  })
  // A class of the root says most plainly what is meant.
  const rank = ({ part, selector }: Simple) =>
    (part === 'root' ? 0 : 2) + (selector.startsWith('.') ? 0 : selector.startsWith('[') ? 0.5 : 1)
  return found.sort((a, b) => rank(a) - rank(b))[0]
}
