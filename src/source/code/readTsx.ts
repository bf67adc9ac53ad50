import { createRequire } from 'node:module'
import type * as TS from 'typescript'
import { kebabCase, type CodeProp, type CodeReading } from '@/core/code'
import { resolvePath, textOf, type FileTree } from '@/core/sheet'
import { moduleFile } from '../moduleFile'
import { TypeScope } from './TypeScope'

type Ts = typeof TS

// Required, and only where there is something to read: as an import its nine megabytes are gone through twice more, for half a second.
const loadTypeScript = (): Ts => createRequire(import.meta.url)('typescript') as Ts

/**
 * Reads what a TSX module's component takes, from its types alone: nothing of it is run.
 * @param wanted the export; without it, the first that looks like a component
 */
export async function readTsx(tree: FileTree, path: string, wanted?: string): Promise<CodeReading> {
  const ts = loadTypeScript()
  const scope = new TypeScope(
    ts,
    path,
    (file) => textOf(tree, file),
    (from, to) => {
      const base = resolvePath(from, to)
      return base && moduleFile(base, (each) => tree.paths.includes(each))
    },
  )
  const found = findComponent(ts, scope.file(path), wanted)
  if (!found)
    return {
      name: wanted ?? '',
      props: [],
      unclear: [
        { line: 1, what: wanted ? `no export "${wanted}" that is a component` : 'no export that is a component' },
      ],
    }
  const { name, parameter, type, node } = found
  const unclear: CodeReading['unclear'] = []
  const members = type ? scope.membersOf(type, path, unclear) : []
  const defaults = parameter ? defaultsOf(ts, parameter) : new Map<string, TS.Expression>()
  const props = members.flatMap(({ member, file }): CodeProp[] => {
    const codeName = member.name.getText().replace(/^['"]|['"]$/g, '')
    const shape = member.type ? scope.shapeOf(member.type, file) : { type: 'data' as const }
    const initial = defaults.get(codeName)
    const given = initial && scope.literalOf(initial, path)
    const about = commentOf(ts, member)
    const type = /^on[A-Z]/.test(codeName) ? 'event' : shape.type
    return [
      {
        name: kebabCase(type === 'event' ? codeName.replace(/^on/, '') : codeName),
        codeName,
        type,
        ...('values' in shape && { values: shape.values }),
        ...(given !== undefined && { default: given }),
        ...(about && { about }),
        isOptional: member.questionToken !== undefined,
        file,
        line: lineOf(member),
      },
    ]
  })
  if (!type && parameter) unclear.push({ line: lineOf(parameter), what: `the props of ${name} have no type` })
  const about = commentOf(ts, node)
  return { name, ...(about && { about }), props, unclear }
}

const lineOf = (node: TS.Node) => node.getSourceFile().getLineAndCharacterOfPosition(node.getStart()).line + 1

interface Found {
  name: string
  node: TS.Node
  parameter?: TS.ParameterDeclaration
  type?: TS.TypeNode
}

function findComponent(ts: Ts, file: TS.SourceFile, wanted: string | undefined): Found | undefined {
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
function defaultsOf(ts: Ts, { name }: TS.ParameterDeclaration): Map<string, TS.Expression> {
  if (!ts.isObjectBindingPattern(name)) return new Map()
  return new Map(
    name.elements.flatMap((element) => {
      const key = (element.propertyName ?? element.name).getText().replace(/^['"]|['"]$/g, '')
      return element.initializer ? [[key, element.initializer] as const] : []
    }),
  )
}

/** The comment above a declaration, or behind it on its line, as plain words. */
function commentOf(ts: Ts, node: TS.Node): string | undefined {
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
