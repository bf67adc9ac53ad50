import { createRequire } from 'node:module'
import type * as TS from 'typescript'
import { componentsIn, type Ts } from './syntax'

/** An element of a React component that styles or attributes name. */
export interface CodePart {
  /** The class, the attribute's value or the element's own name. */
  name: string
  select: string
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
      const named = nameOf(ts, node, isStyled, modules)
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

function nameOf(
  ts: Ts,
  element: TS.JsxOpeningLikeElement,
  isStyled: (className: string) => boolean,
  modules: ReadonlyMap<string, string>,
): Pick<CodePart, 'name' | 'select'> | undefined {
  const attributes = element.attributes.properties.filter(ts.isJsxAttribute)
  const named = (pattern: RegExp) => attributes.find(({ name }) => pattern.test(name.getText()))?.initializer
  const classes = named(/^class(Name)?$/)
  const own = classes && classIn(ts, classes, isStyled, modules)
  if (own) return own
  const given = named(NAMING)
  if (given && ts.isStringLiteral(given)) {
    const attribute = attributes.find(({ name }) => NAMING.test(name.getText()))!.name.getText()
    return { name: given.text, select: `[${attribute}="${given.text}"]` }
  }
  const tag = element.tagName.getText()
  return NATIVE.test(tag) ? { name: tag, select: tag } : undefined
}

/** The first class that is always there: `'track'`, `` `track ${…}` ``, `cx('track', …)`, `styles.track`. */
function classIn(
  ts: Ts,
  node: TS.Node,
  isStyled: (className: string) => boolean,
  modules: ReadonlyMap<string, string>,
): Pick<CodePart, 'name' | 'select'> | undefined {
  if (ts.isStringLiteralLike(node) || ts.isTemplateHead(node)) {
    const name = node.text.split(/\s+/).find((each) => isStyled(each) && !MODIFIER.test(each))
    return name === undefined ? undefined : { name, select: `.${name}` }
  }
  const inModule = moduleClass(ts, node)
  if (inModule) {
    const stem = modules.get(inModule.object)
    if (stem !== undefined) return { name: inModule.name, select: `.${stem}_${inModule.name}` }
  }
  const isNowAndThen =
    ts.isConditionalExpression(node) || ts.isBinaryExpression(node) || ts.isObjectLiteralExpression(node)
  if (isNowAndThen) return undefined
  return ts.forEachChild(node, (child) => classIn(ts, child, isStyled, modules))
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
