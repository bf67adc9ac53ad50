import { parse, walk, type CssNode } from 'css-tree'
import { keptByText } from '../keep'
import type { Place } from '../problem'
import { isVendored, type Sheet } from '../sheet'
import { makeLint, type Lint } from './lint'

/** What stands in a component's rendered cases. */
export interface RenderedFacts {
  classes: readonly (readonly [name: string, key: string])[]
  /** Class names that styles made by code speak of. */
  styledByCode: readonly string[]
  twinIds: readonly (readonly [id: string, key: string])[]
  lostLabels: readonly (readonly [target: string, key: string])[]
  sharedIds: readonly string[]
  sharedGroups: readonly string[]
  /** Parts that stand in some case, and those that stand elsewhere in its page; unknown where only some cases were counted. */
  parts?: { here: readonly string[]; elsewhere: readonly string[] } | undefined
  /** Custom properties that its own styles need, and those that some element has; unknown where only some cases were counted. */
  variables?: { needed: readonly string[]; defined: readonly string[] } | undefined
}

/** A component's own style sheets, as compiled, and its code, in which names of classes may stand. */
export interface StyleTexts {
  /** All that is in the stage: a class may be styled by the library too. */
  all: readonly { url: string; text: string }[]
  isOwn(url: string): boolean
  code: string
  placeOf(url: string, line: number): Pick<Place, 'file' | 'line'> | undefined
}

/** Lints that need the component rendered: `class-undefined`, `class-unused`, `duplicate-id`, `label-target`, `part-missing`, `variable-undefined`. */
export function lintRendered(sheet: Sheet, facts: RenderedFacts, styles: StyleTexts): Lint[] {
  return [
    ...classLints(sheet, facts, styles),
    ...identityLints(sheet, facts),
    ...partLints(sheet, facts),
    ...variableLints(sheet, facts, styles),
  ]
}

function* classLints(
  sheet: Sheet,
  { classes, styledByCode }: RenderedFacts,
  { all, isOwn, code, placeOf }: StyleTexts,
): Generator<Lint> {
  const styled = new Map<string, { url: string; line: number }>()
  for (const { url, text } of all)
    for (const { name, line } of classesIn(text)) if (!styled.has(name)) styled.set(name, { url, line })
  const made = new Set(styledByCode)
  const top = { file: sheet.file, line: sheet.source.atKey(['source']).line }
  for (const [name, key] of classes) {
    if (
      styled.has(name) ||
      made.has(name) ||
      code.includes(name) ||
      selects(sheet, name) ||
      isPlainDefault(sheet, name, styled)
    )
      continue
    const message = `The class "${name}" stands in ${key} and is styled nowhere. Style it, or take it away.`
    yield makeLint('class-undefined', top, message)
  }
  const rendered = new Set(classes.map(([name]) => name))
  for (const [name, { url, line }] of styled) {
    if (!isOwn(url) || rendered.has(name) || code.includes(name) || isReached(sheet, name)) continue
    const place = placeOf(url, line) ?? top
    // Modules bring in the styles of packages too.
    if (isVendored(place.file)) continue
    yield makeLint(
      'class-unused',
      place,
      `The class "${name}" is styled, but no case has it and no script names it. Take its rules away, or the case is missing.`,
    )
  }
}

/** `call--regular`, where `call--large` is styled: a default that needs no style of its own beside the component's. */
const isPlainDefault = ({ axes, data }: Sheet, name: string, styled: ReadonlyMap<string, unknown>) =>
  [...axes, ...Object.values(data.props)].some((each) => {
    if (!('values' in each) || each.default === undefined) return false
    const usual = String(each.default)
    const isOther = (value: string) => value !== usual && styled.has(name.slice(0, -usual.length) + value)
    return name.endsWith(usual) && each.values.map(String).some(isOther)
  })

/** Whether a part is found by the class: then it has a purpose without a style. */
const selects = ({ parts }: Sheet, name: string) =>
  Object.values(parts).some(({ select }) =>
    new RegExp(`\\.${name.replace(/[^\w-]/g, '\\$&')}(?![\\w-])`).test(select ?? ''),
  )

const isReached = ({ axes }: Sheet, name: string) =>
  axes.some(({ reaches }) => Object.values(reaches).some((each) => each.some((reach) => reach.class?.includes(name))))

function* identityLints(sheet: Sheet, facts: RenderedFacts): Generator<Lint> {
  const place = { file: sheet.file, line: sheet.source.atKey(['source']).line }
  const ids = new Map([
    ...facts.twinIds.map(([id, key]) => [id, `twice in ${key}`] as const),
    ...facts.sharedIds.map((id) => [id, 'in every instance of the component'] as const),
  ])
  for (const [id, where] of ids)
    yield makeLint(
      'duplicate-id',
      place,
      `The id "${id}" stands ${where}. Make it from the instance's own: {{ id }} in a template, useId() in React.`,
    )
  for (const name of facts.sharedGroups)
    yield makeLint(
      'duplicate-id',
      place,
      `Two instances share the radio group "${name}": choosing in one clears the other. Make its name from the instance's own id.`,
    )
  for (const [target, key] of facts.lostLabels)
    yield makeLint(
      'label-target',
      place,
      `A label in ${key} is for "${target}", which is no control there: a click on it does nothing.`,
    )
}

function* partLints(sheet: Sheet, { parts }: RenderedFacts): Generator<Lint> {
  if (!parts) return
  for (const { part, isElsewhere } of absentParts(sheet, parts)) {
    const select = sheet.parts[part]!.select!
    const at = { file: sheet.file, line: sheet.source.atKey(['parts', part]).line }
    if (isElsewhere)
      yield makeLint(
        'part-missing',
        at,
        `The part "${part}" (${select}) is in no case: what it selects stands elsewhere in the page. Say { select: "${select}", in: page }.`,
      )
    // A rule may say just that, and steps of a scenario may bring it.
    else if (!JSON.stringify([sheet.data.spec, sheet.data.scenarios]).includes(`"${part}`))
      yield makeLint(
        'part-missing',
        at,
        `The part "${part}" (${select}) is in no case: nothing that it selects is there.`,
      )
  }
}

const MOST_NAMED = 5

function* variableLints(
  sheet: Sheet,
  { variables }: RenderedFacts,
  { all, isOwn, placeOf }: StyleTexts,
): Generator<Lint> {
  const missing = variables?.needed.filter((name) => !variables.defined.includes(name)) ?? []
  const [first] = missing
  if (first === undefined) return
  const sheetOf = all.find(({ url, text }) => isOwn(url) && text.includes(`${first})`))
  const line = sheetOf?.text.slice(0, sheetOf.text.indexOf(`${first})`)).split('\n').length ?? 1
  const place = (sheetOf && placeOf(sheetOf.url, line)) ?? {
    file: sheet.file,
    line: sheet.source.atKey(['source']).line,
  }
  const named = missing.slice(0, MOST_NAMED).join(', ')
  const others = missing.length > MOST_NAMED ? ` and ${missing.length - MOST_NAMED} more` : ''
  yield makeLint(
    'variable-undefined',
    place,
    `${named}${others}: no element of any case has ${missing.length === 1 ? 'this custom property' : 'these custom properties'}, so what needs ${missing.length === 1 ? 'it' : 'them'} is not as people see it. A style sheet or token file is missing in library.yaml, or what stands around components ("wrap", "page").`,
  )
}

/** The parts of a sheet that were found in no case, and whether they stand elsewhere in the page. */
export function absentParts(
  sheet: Sheet,
  { here, elsewhere }: NonNullable<RenderedFacts['parts']>,
): { part: string; isElsewhere: boolean }[] {
  return Object.entries(sheet.parts)
    .filter(
      ([name, { select, pseudo }]) =>
        select !== undefined && pseudo === undefined && name !== 'host' && !here.includes(name),
    )
    .map(([part]) => ({ part, isElsewhere: elsewhere.includes(part) }))
}

/** Class names that selectors of a style sheet name, each with its first line. */
const classesIn = keptByText((css: string): readonly { name: string; line: number }[] => {
  const found: { name: string; line: number }[] = []
  walk(parse(css, { positions: true, parseValue: false, onParseError: () => {} }), (node: CssNode) => {
    if (node.type === 'ClassSelector') found.push({ name: node.name, line: node.loc!.start.line })
  })
  return found
})
