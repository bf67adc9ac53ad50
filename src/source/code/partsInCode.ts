import { createRequire } from 'node:module'
import type * as TS from 'typescript'
import { componentsIn, type Ts } from './syntax'

/** An element of a React component that styles or attributes name. */
export interface CodePart {
  /** The class, the attribute's value or the element's own name. */
  name: string
  select: string
  /** All classes that are always there. */
  classes: string[]
  /** Whether it is the first element of the component, which needs no name. */
  isRoot: boolean
}

// Elements that do something are parts even where nothing names them.
const NATIVE = /^(input|button|select|textarea|a|label|img|svg)$/
// Attributes by which libraries of components name their elements.
const NAMING = /^data-(slot|part)$/
// What stands there only now and then is a look, not a name.
const MODIFIER = /--|^(is|has|was)-/

/**
 * The parts of a React component, as its JSX names them: by classes that its styles know, by `data-slot` and the like.
 * @param wanted the component's export, where the module has several
 * @param isStyled whether a class is one of the component's own styles
 */
export function partsInCode(text: string, wanted: string, isStyled: (className: string) => boolean): CodePart[] {
  const ts = createRequire(import.meta.url)('typescript') as Ts
  const file = ts.createSourceFile('parts.tsx', text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX)
  const modules = moduleStyles(ts, file)
  const components = componentsIn(ts, file)
  const mine = components.find(({ name, isDefault }) => name === wanted || (wanted === 'default' && isDefault))
  const others = new Set(components.filter(({ node }) => node !== mine?.node).map(({ node }) => node))
  const parts: CodePart[] = []
  const seen = new Set<TS.Node>()
  let isFirst = true
  const visit = (node: TS.Node): void => {
    if (others.has(node) || seen.has(node)) return
    if (ts.isJsxOpeningLikeElement(node)) {
      const named = nameOf(ts, node, { isStyled, modules, called: mine?.own.replace(/Root$/, '').toLowerCase() ?? '' })
      if (named && !parts.some(({ select }) => select === named.select)) parts.push({ ...named, isRoot: isFirst })
      isFirst = false
    }
    ts.forEachChild(node, visit)
  }
  if (mine) {
    visit(mine.node)
    seen.add(mine.node)
  }
  // What it is made of may stand in functions of its module.
  isFirst = false
  visit(file)
  return parts
}

interface Styles {
  isStyled(className: string): boolean
  modules: ReadonlyMap<string, string>
  /** The component's own name: of several classes, the one that bears it counts. */
  called: string
}

type Named = Pick<CodePart, 'name' | 'select' | 'classes'>

function nameOf(ts: Ts, element: TS.JsxOpeningLikeElement, styles: Styles): Named | undefined {
  const attributes = element.attributes.properties.filter(ts.isJsxAttribute)
  const named = (pattern: RegExp) => attributes.find(({ name }) => pattern.test(name.getText()))
  const given = named(/^class(Name)?$/)?.initializer
  const all = given ? classesIn(ts, given, styles) : []
  const classes = all.map(({ name }) => name)
  const own = all.find(({ name }) => name.toLowerCase().includes(styles.called)) ?? all[0]
  if (own) return { ...own, classes }
  const slot = named(NAMING)
  if (slot?.initializer && ts.isStringLiteral(slot.initializer)) {
    const { text } = slot.initializer
    return { name: text, select: `[${slot.name.getText()}="${text}"]`, classes }
  }
  const tag = element.tagName.getText()
  return NATIVE.test(tag) ? { name: tag, select: tag, classes } : undefined
}

/** The classes that are always there: `'track'`, `` `track ${…}` ``, `cx('track', …)`, `styles.track`. */
function classesIn(ts: Ts, node: TS.Node, styles: Styles): { name: string; select: string }[] {
  if (ts.isStringLiteralLike(node) || ts.isTemplateHead(node))
    return node.text
      .split(/\s+/)
      .filter((each) => styles.isStyled(each) && !MODIFIER.test(each))
      .map((name) => ({ name, select: `.${name}` }))
  const inModule = moduleClass(ts, node)
  const stem = inModule && styles.modules.get(inModule.object)
  if (inModule && stem !== undefined) return [{ name: inModule.name, select: `.${stem}_${inModule.name}` }]
  const isNowAndThen =
    ts.isConditionalExpression(node) || ts.isBinaryExpression(node) || ts.isObjectLiteralExpression(node)
  if (isNowAndThen) return []
  const found: { name: string; select: string }[] = []
  ts.forEachChild(node, (child) => void found.push(...classesIn(ts, child, styles)))
  return found
}

/** `styles.track`, `styles['track']`. */
function moduleClass(ts: Ts, node: TS.Node): { object: string; name: string } | undefined {
  if (ts.isPropertyAccessExpression(node)) return { object: node.expression.getText(), name: node.name.text }
  if (!ts.isElementAccessExpression(node) || !ts.isStringLiteralLike(node.argumentExpression)) return undefined
  return { object: node.expression.getText(), name: node.argumentExpression.text }
}

/** Imported CSS modules, by their name in the code: the bundler puts the file's name before each class. */
function moduleStyles(ts: Ts, file: TS.SourceFile): Map<string, string> {
  const found = new Map<string, string>()
  for (const statement of file.statements) {
    if (!ts.isImportDeclaration(statement) || !ts.isStringLiteral(statement.moduleSpecifier)) continue
    const stem = /([^/]+?)(?:\.module)\.s?css$/.exec(statement.moduleSpecifier.text)?.[1]
    const clause = statement.importClause
    const name =
      clause?.name?.text ??
      (clause?.namedBindings && ts.isNamespaceImport(clause.namedBindings) ? clause.namedBindings.name.text : undefined)
    if (stem !== undefined && name !== undefined) found.set(name, stem.replace(/[^A-Za-z0-9_$]+/g, '_'))
  }
  return found
}
