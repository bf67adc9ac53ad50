import { generate, parse, walk, type Declaration } from 'css-tree'
import { camelCase, kindOf, resolvePath, textOf, type Source } from '../sheet'
import { defineLint, type Fault, type SheetSubject } from './defineLint'
import { ownStyles } from './ownStyles'

function* unusedProps({ sheet, library }: SheetSubject): Generator<Fault<{ prop: string }>> {
  const { source, props } = sheet.data
  if (!kindOf(source).isRendered) return
  const folder = sheet.file.slice(0, sheet.file.lastIndexOf('/') + 1)
  const files = library.tree.paths.filter((path) => path.startsWith(folder) && /\.(liquid|[jt]sx?)$/.test(path))
  const shared = library.tree.paths.filter((path) => path.endsWith('.liquid') && !files.includes(path))
  const text = [...files, ...shared].map((path) => textOf(library.tree, path)).join('\n')
  // What is handed on as a whole may read any of them.
  if (source.kind !== 'markup' && /\.\.\.\s*\w*(props|rest|others?|remaining)\b/i.test(text)) return
  for (const name of Object.keys(props)) {
    const camel = camelCase(name)
    const used = isUsed(source.kind, name, camel, text)
    if (used) continue
    const message = `Neither the template nor the script reads the prop "${name}". Use it, or take it away.`
    yield { at: sheet.source.atKey(['props', name]), message, about: { prop: name } }
  }
}

export const propUnused = defineLint({
  code: 'prop-unused',
  severity: 'warning',
  about: 'Neither the template nor the component’s code reads a prop.',
  find: { sheet: unusedProps },
  fix: ({ prop }) => ({ label: `Delete the prop “${prop}”`, edits: [{ do: 'remove', path: ['props', prop] }] }),
})

function* slotsAskedInVain({ sheet, library }: SheetSubject): Generator<Fault> {
  const { source } = sheet.data
  if (source.kind !== 'markup') return
  const file = resolvePath(sheet.file, source.markup)!
  for (const [at, line] of (textOf(library.tree, file) ?? '').split('\n').entries())
    for (const [, , name] of line.matchAll(/\{%-?\s*(if|unless|elsif)\s+slots\.([\w-]+)\s*-?%\}/g)) {
      const message = `An empty slot is blank, which counts as true here. Ask {% if slots.${name} != blank %}.`
      yield { at: { file, line: at + 1 }, message }
    }
}

export const slotNeverFalse = defineLint({
  code: 'slot-never-false',
  severity: 'warning',
  about: 'A template asks whether a slot is there in a way that is always true.',
  find: { sheet: slotsAskedInVain },
})

function isUsed(kind: Source['kind'], name: string, camel: string, text: string): boolean {
  // Code may read a prop in many ways: its name as a word is taken for one.
  if (kind !== 'markup') return new RegExp(`\\b${camel}\\b|["']${name}["']`).test(text)
  return new RegExp(`props\\s*(\\.|\\[\\s*["'])(${name}|${camel})\\b|[{,]\\s*(${camel})\\s*[,}:=]`).test(text)
}

// Smaller blocks look alike by chance; of larger ones that differ in two values, one is a copy of the other.
const LEAST_DECLARATIONS = 5
const MAX_DIFFERENT = 2

function* copies({ sheet, library }: SheetSubject): Generator<Fault> {
  for (const path of ownStyles(sheet, library)) {
    for (const [rule, twin] of copiesAmong(declarationsByRule(textOf(library.tree, path) ?? ''))) {
      const message = `"${rule.selector}" repeats nearly all of "${twin.selector}" (line ${twin.line}). Say once what they share, and let a custom property carry what differs.`
      yield { at: { file: path, line: rule.line }, message }
    }
  }
}

export const repeatedStyle = defineLint({
  code: 'repeated-style',
  severity: 'warning',
  about: 'Two rules of a style sheet share nearly all of their declarations.',
  find: { sheet: copies },
})

interface StyleRule {
  selector: string
  line: number
  declarations: ReadonlySet<string>
}

/** Rules that are large enough to be a copy, or to have one. */
function declarationsByRule(css: string): StyleRule[] {
  const rules: StyleRule[] = []
  walk(parse(css, { positions: true, onParseError: () => {} }), {
    visit: 'Rule',
    enter: (rule) => {
      const own = rule.block.children.toArray().filter((node): node is Declaration => node.type === 'Declaration')
      if (own.length < LEAST_DECLARATIONS - MAX_DIFFERENT) return
      const declarations = new Set(own.map((node) => `${node.property}:${generate(node.value)}`))
      rules.push({ selector: generate(rule.prelude), line: rule.loc!.start.line, declarations })
    },
  })
  return rules
}

/** Each rule that is a copy of an earlier one, with the first that it is a copy of. */
function* copiesAmong(rules: readonly StyleRule[]): Generator<[rule: StyleRule, twin: StyleRule]> {
  const counts = new Map<string, number>()
  for (const { declarations } of rules) for (const each of declarations) counts.set(each, (counts.get(each) ?? 0) + 1)
  const having = new Map<string, number[]>()
  for (const [at, rule] of rules.entries()) {
    // A copy lacks two at most: of the three that fewest others have, it has one.
    const rarest = [...rule.declarations]
      .toSorted((a, b) => counts.get(a)! - counts.get(b)!)
      .slice(0, MAX_DIFFERENT + 1)
    const near = new Set(rarest.flatMap((each) => having.get(each) ?? []))
    const twin = [...near]
      .toSorted((a, b) => a - b)
      .find((other) => isCopy(rule.declarations, rules[other]!.declarations))
    if (twin !== undefined) yield [rule, rules[twin]!]
    for (const each of rule.declarations) {
      const list = having.get(each)
      if (list) list.push(at)
      else having.set(each, [at])
    }
  }
}

function isCopy(a: ReadonlySet<string>, b: ReadonlySet<string>): boolean {
  const most = Math.max(a.size, b.size)
  const shared = [...a].filter((declaration) => b.has(declaration)).length
  return most >= LEAST_DECLARATIONS && most - shared <= MAX_DIFFERENT
}
