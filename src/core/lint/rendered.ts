import { parse, walk, type CssNode } from 'css-tree'
import { keptByText } from '../keep'
import { isVendored, type Sheet } from '../sheet'
import { defineLint, type Fault, type Subjects } from './defineLint'
import { absentParts } from './renderedFacts'

type Subject = Subjects['rendered']

const topOf = (sheet: Sheet) => ({ file: sheet.file, line: sheet.source.atKey(['source']).line })

/** Classes that some style sheet of the stage styles, with where it does so first. */
function styledClasses({ styles: { all } }: Subject): Map<string, { url: string; line: number }> {
  const styled = new Map<string, { url: string; line: number }>()
  for (const { url, text } of all)
    for (const { name, line } of classesIn(text)) if (!styled.has(name)) styled.set(name, { url, line })
  return styled
}

function* unstyled(subject: Subject): Generator<Fault> {
  const { sheet, facts, styles } = subject
  const styled = styledClasses(subject)
  const made = new Set(facts.styledByCode)
  for (const [name, key] of facts.classes) {
    const isKnown = styled.has(name) || made.has(name) || styles.code.includes(name)
    if (isKnown || selects(sheet, name) || isPlainDefault(sheet, name, styled)) continue
    const message = `The class "${name}" stands in ${key} and is styled nowhere. Style it, or take it away.`
    yield { at: topOf(sheet), message }
  }
}

export const classUndefined = defineLint({
  code: 'class-undefined',
  severity: 'warning',
  about: 'A class stands in a case and is styled nowhere.',
  find: { rendered: unstyled },
})

// A framework's sheet that a component names has thousands.
const MAX_UNUSED = 20

function* unused(subject: Subject): Generator<Fault> {
  const { sheet, facts, styles } = subject
  let told = 0
  let others = 0
  const rendered = new Set(facts.classes.map(([name]) => name))
  for (const [name, { url, line }] of styledClasses(subject)) {
    if (!styles.isOwn(url) || rendered.has(name) || styles.code.includes(name) || isReached(sheet, name)) continue
    const at = styles.placeOf(url, line) ?? topOf(sheet)
    // Modules bring in the styles of packages too.
    if (isVendored(at.file)) continue
    if (++told > MAX_UNUSED) {
      others++
      continue
    }
    const message = `The class "${name}" is styled, but no case has it and no script names it. Take its rules away, or the case is missing.`
    yield { at, message }
  }
  if (others > 0)
    yield { at: topOf(sheet), message: `${others} more classes are styled that no case has and no script names.` }
}

export const classUnused = defineLint({
  code: 'class-unused',
  severity: 'warning',
  about: 'The component’s own styles style a class that no case has and no script names.',
  find: { rendered: unused },
})

/** `call--regular`, where `call--large` is styled: a default that needs no style of its own beside the component's. */
const isPlainDefault = ({ axes, data }: Sheet, name: string, styled: ReadonlyMap<string, unknown>) =>
  [...axes, ...Object.values(data.props)].some((each) => {
    if (!('values' in each) || each.default === undefined) return false
    const defaultValue = String(each.default)
    const isOther = (value: string) => value !== defaultValue && styled.has(name.slice(0, -defaultValue.length) + value)
    return name.endsWith(defaultValue) && each.values.map(String).some(isOther)
  })

/** Whether a part is found by the class: then it has a purpose without a style. */
const selects = ({ parts }: Sheet, name: string) =>
  Object.values(parts).some(({ select }) =>
    new RegExp(`\\.${name.replace(/[^\w-]/g, '\\$&')}(?![\\w-])`).test(select ?? ''),
  )

const isReached = ({ axes }: Sheet, name: string) =>
  axes.some(({ reaches }) => Object.values(reaches).some((each) => each.some((reach) => reach.class?.includes(name))))

function* twins({ sheet, facts }: Subject): Generator<Fault> {
  const ids = new Map([
    ...facts.twinIds.map(([id, key]) => [id, `twice in ${key}`] as const),
    ...facts.sharedIds.map((id) => [id, 'in every instance of the component'] as const),
  ])
  for (const [id, where] of ids)
    yield {
      at: topOf(sheet),
      message: `The id "${id}" stands ${where}. Make it from the instance's own: {{ id }} in a template, useId() in React.`,
    }
  for (const name of facts.sharedGroups)
    yield {
      at: topOf(sheet),
      message: `Two instances share the radio group "${name}": choosing in one clears the other. Make its name from the instance's own id.`,
    }
}

export const duplicateId = defineLint({
  code: 'duplicate-id',
  severity: 'warning',
  about: 'Two elements have the same id, or two instances share a radio group.',
  find: { rendered: twins },
})

export const labelTarget = defineLint({
  code: 'label-target',
  severity: 'warning',
  about: 'A label is for something that is no control there.',
  find: {
    rendered: ({ sheet, facts }) =>
      facts.lostLabels.map(([target, key]) => ({
        at: topOf(sheet),
        message: `A label in ${key} is for "${target}", which is no control there: a click on it does nothing.`,
      })),
  },
})

function* missingParts({ sheet, facts: { parts } }: Subject): Generator<Fault> {
  if (!parts) return
  for (const { part, isElsewhere } of absentParts(sheet, parts)) {
    const select = sheet.parts[part]!.select!
    const at = { file: sheet.file, line: sheet.source.atKey(['parts', part]).line }
    const told = `The part "${part}" (${select}) is in no case`
    if (isElsewhere)
      yield {
        at,
        message: `${told}: what it selects stands elsewhere in the page. Say { select: "${select}", in: page }.`,
      }
    // A rule may say just that, and steps of a scenario may bring it.
    else if (!JSON.stringify([sheet.data.spec, sheet.data.scenarios]).includes(`"${part}`))
      yield { at, message: `${told}: nothing that it selects is there.` }
  }
}

export const partMissing = defineLint({
  code: 'part-missing',
  severity: 'warning',
  about: 'A part is in no case, and no rule or scenario speaks of it.',
  find: { rendered: missingParts },
})

const MAX_NAMED = 5

function* undefinedVariables({
  sheet,
  facts: { variables },
  styles: { all, isOwn, placeOf },
}: Subject): Generator<Fault> {
  const missing = variables?.needed.filter((name) => !variables.defined.includes(name)) ?? []
  const [first] = missing
  if (first === undefined) return
  const sheetOf = all.find(({ url, text }) => isOwn(url) && text.includes(`${first})`))
  const line = sheetOf?.text.slice(0, sheetOf.text.indexOf(`${first})`)).split('\n').length ?? 1
  const at = (sheetOf && placeOf(sheetOf.url, line)) ?? topOf(sheet)
  const named = missing.slice(0, MAX_NAMED).join(', ')
  const others = missing.length > MAX_NAMED ? ` and ${missing.length - MAX_NAMED} more` : ''
  yield {
    at,
    message: `${named}${others}: no element of any case has ${missing.length === 1 ? 'this custom property' : 'these custom properties'}, so what needs ${missing.length === 1 ? 'it' : 'them'} is not as people see it. A style sheet or token file is missing in library.yaml, or what stands around components ("wrap", "page").`,
  }
}

export const variableUndefined = defineLint({
  code: 'variable-undefined',
  severity: 'warning',
  about: 'The component’s own styles need a custom property that no element has.',
  find: { rendered: undefinedVariables },
})

/** Class names that selectors of a style sheet name, each with its first line. */
const classesIn = keptByText((css: string): readonly { name: string; line: number }[] => {
  const found: { name: string; line: number }[] = []
  walk(parse(css, { positions: true, parseValue: false, onParseError: () => {} }), (node: CssNode) => {
    if (node.type === 'ClassSelector') found.push({ name: node.name, line: node.loc!.start.line })
  })
  return found
})
