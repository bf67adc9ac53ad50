import type * as TS from 'typescript'

export type Ts = typeof TS

export const lineOf = (node: TS.Node) => node.getSourceFile().getLineAndCharacterOfPosition(node.getStart()).line + 1

export interface Found {
  name: string
  node: TS.Node
  parameter?: TS.ParameterDeclaration
  type?: TS.TypeNode
}

/** The component that a module exports: the one that is wanted, else the first that looks like one. */
export function componentIn(ts: Ts, file: TS.SourceFile, wanted: string | undefined): Found | undefined {
  const candidates: (Found & { isDefault: boolean })[] = []
  const names = new Map<string, boolean>()
  const isExported = (node: TS.Node) =>
    ts.canHaveModifiers(node) && (ts.getModifiers(node) ?? []).some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword)
  const isDefault = (node: TS.Node) =>
    ts.canHaveModifiers(node) && (ts.getModifiers(node) ?? []).some(({ kind }) => kind === ts.SyntaxKind.DefaultKeyword)
  const add = (
    name: string,
    node: TS.Node,
    from: TS.Node,
    exported: boolean,
    isTheDefault: boolean,
    annotation?: TS.TypeNode,
  ) => {
    const taken = functionIn(ts, from, annotation)
    if (taken) candidates.push({ name, node, ...taken, isDefault: isTheDefault })
    if (exported) names.set(name, true)
  }
  for (const statement of file.statements) {
    if (ts.isFunctionDeclaration(statement))
      add(statement.name?.text ?? 'default', statement, statement, isExported(statement), isDefault(statement))
    else if (ts.isVariableStatement(statement))
      for (const { name, initializer, type } of statement.declarationList.declarations)
        if (initializer) add(name.getText(), statement, initializer, isExported(statement), false, type)
    if (ts.isExportAssignment(statement)) {
      const target = candidates.find(({ name }) => name === namedIn(ts, statement.expression))
      if (target) target.isDefault = true
      else add('default', statement, statement.expression, true, true)
    } else if (ts.isExportDeclaration(statement) && statement.exportClause && ts.isNamedExports(statement.exportClause))
      for (const { name, propertyName } of statement.exportClause.elements) names.set((propertyName ?? name).text, true)
  }
  const isComponent = ({ name }: Found) => /^[A-Z]/.test(name) || name === 'default'
  if (wanted === 'default') return candidates.find((each) => each.isDefault)
  if (wanted !== undefined) return candidates.find(({ name }) => name === wanted)
  return candidates.find((each) => isComponent(each) && (each.isDefault || names.has(each.name)))
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
