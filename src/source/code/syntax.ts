import type * as TS from 'typescript'

export type Ts = typeof TS

export const lineOf = (node: TS.Node) => node.getSourceFile().getLineAndCharacterOfPosition(node.getStart()).line + 1

export interface Found {
  /** By which it is imported; of one that is not exported, its own name. */
  name: string
  /** How its module calls it. */
  own: string
  node: TS.Node
  parameter?: TS.ParameterDeclaration
  type?: TS.TypeNode
  isDefault: boolean
}

/** The component that a module exports: the one that is wanted, else its main one. */
export function componentIn(ts: Ts, file: TS.SourceFile, wanted: string | undefined): Found | undefined {
  const { candidates, exported } = functionsIn(ts, file)
  if (wanted === 'default') return candidates.find((each) => each.isDefault)
  if (wanted !== undefined) return candidates.find(({ name }) => name === wanted)
  const called = nameOfFile(file.fileName)
  const isMain = ({ own }: Found) => flat(own) === called || flat(own) === `${called}root`
  const isRoot = ({ name, own }: Found) => name === 'Root' || own === 'Root'
  return exported.find(isMain) ?? exported.find((each) => each.isDefault) ?? exported.find(isRoot) ?? exported[0]
}

/** All components that a module exports, in the order of its text. */
export const componentsIn = (ts: Ts, file: TS.SourceFile): Found[] => functionsIn(ts, file).exported

const flat = (name: string) => name.replace(/[^A-Za-z0-9]/g, '').toLowerCase()

/** `src/card/index.tsx` → `card`. */
function nameOfFile(path: string): string {
  const steps = path.split('/')
  const name = steps.at(-1)!.replace(/\..*$/, '')
  return flat(name === 'index' ? (steps.at(-2) ?? name) : name)
}

function functionsIn(ts: Ts, file: TS.SourceFile): { candidates: Found[]; exported: Found[] } {
  const candidates: Found[] = []
  // Own name → the name by which it is imported.
  const names = new Map<string, string>()
  const has = (node: TS.Node, keyword: TS.SyntaxKind) =>
    ts.canHaveModifiers(node) && (ts.getModifiers(node) ?? []).some(({ kind }) => kind === keyword)
  const add = (name: string, node: TS.Node, from: TS.Node, isDefault: boolean, annotation?: TS.TypeNode) => {
    const taken = functionIn(ts, from, annotation)
    if (taken) candidates.push({ name, own: name, node, ...taken, isDefault })
    if (has(node, ts.SyntaxKind.ExportKeyword) || isDefault) names.set(name, name)
  }
  for (const statement of file.statements) {
    if (ts.isFunctionDeclaration(statement))
      add(statement.name?.text ?? 'default', statement, statement, has(statement, ts.SyntaxKind.DefaultKeyword))
    else if (ts.isVariableStatement(statement))
      for (const { name, initializer, type } of statement.declarationList.declarations)
        if (initializer) add(name.getText(), statement, initializer, false, type)
    if (ts.isExportAssignment(statement)) {
      const target = candidates.find(({ name }) => name === namedIn(ts, statement.expression))
      if (target) target.isDefault = true
      else add('default', statement, statement.expression, true)
    } else if (ts.isExportDeclaration(statement) && statement.exportClause && ts.isNamedExports(statement.exportClause))
      for (const { name, propertyName } of statement.exportClause.elements)
        names.set((propertyName ?? name).text, name.text)
  }
  const isComponent = ({ name }: Found) => /^[A-Z]/.test(name) || name === 'default'
  for (const one of candidates) one.name = names.get(one.name) ?? one.name
  const given = new Set(names.values())
  return {
    candidates,
    exported: candidates.filter((one) => isComponent(one) && (one.isDefault || given.has(one.name))),
  }
}

/** `memo(Button)` → `Button`. */
const namedIn = (ts: Ts, node: TS.Expression): string =>
  ts.isCallExpression(node) && node.arguments[0] ? namedIn(ts, node.arguments[0]) : node.getText()

/** The function inside of `memo(…)`, `forwardRef<Element, Props>(…)` and the like, with the type of what it takes. */
function functionIn(ts: Ts, node: TS.Node, annotation?: TS.TypeNode): Pick<Found, 'parameter' | 'type'> | undefined {
  const annotated = annotation && ts.isTypeReferenceNode(annotation) ? annotation.typeArguments?.[0] : undefined
  if (ts.isFunctionDeclaration(node) || ts.isArrowFunction(node) || ts.isFunctionExpression(node)) {
    const [parameter] = node.parameters
    const type = parameter?.type ?? annotated
    return { ...(parameter && { parameter }), ...(type && { type }) }
  }
  if (!ts.isCallExpression(node) || !node.arguments[0]) return undefined
  const inner = functionIn(ts, node.arguments[0])
  if (!inner) return undefined
  const own = node.typeArguments?.at(-1) ?? annotated
  return { ...inner, ...(!inner.type && own && { type: own }) }
}

/** `{ size = 'small', hook: name = 2 }` → what stands for each prop that is left out. */
export function defaultsOf(ts: Ts, { name }: TS.ParameterDeclaration): Map<string, TS.Expression> {
  if (!ts.isObjectBindingPattern(name)) return new Map()
  return new Map(
    name.elements.flatMap((element) => {
      const key = (element.propertyName ?? element.name).getText().replace(/^['"]|['"]$/g, '')
      return element.initializer ? [[key, element.initializer] as const] : []
    }),
  )
}

/** The comment above a declaration, or behind it on its line, as plain words. */
export function commentOf(ts: Ts, node: TS.Node): string | undefined {
  const text = node.getSourceFile().text
  const above = ts.getLeadingCommentRanges(text, node.getFullStart()) ?? []
  const behind = ts.getTrailingCommentRanges(text, node.getEnd()) ?? []
  const range = above.filter(({ pos }) => text.slice(pos, pos + 3) !== '///').at(-1) ?? behind[0]
  if (!range) return undefined
  return (
    text
      .slice(range.pos, range.end)
      .replace(/^\/\*\*?|\*\/$|^\/\/+/g, '')
      .split('\n')
      .map((line) => line.replace(/^\s*\*\s?/, '').trim())
      .filter((line) => !line.startsWith('@'))
      .join(' ')
      .trim() || undefined
  )
}

/** The value of a literal expression. */
export function literalIn(ts: Ts, node: TS.Expression): string | number | boolean | undefined {
  if (ts.isStringLiteralLike(node)) return node.text
  if (ts.isNumericLiteral(node)) return Number(node.text)
  if (ts.isPrefixUnaryExpression(node) && ts.isNumericLiteral(node.operand)) return -Number(node.operand.text)
  if (node.kind === ts.SyntaxKind.TrueKeyword) return true
  if (node.kind === ts.SyntaxKind.FalseKeyword) return false
  return ts.isAsExpression(node) || ts.isParenthesizedExpression(node) ? literalIn(ts, node.expression) : undefined
}
