import type * as TS from 'typescript'
import type { CodeProp, CodeReading } from '@/core/code'
import { literalIn, type Ts } from './syntax'

type Shape = { type: Exclude<CodeProp['type'], 'choice'> } | { type: 'choice'; values: (string | number | boolean)[] }
type Unclear = CodeReading['unclear']

/** A property of a props type, with the file in which it is declared. */
export interface Member {
  member: TS.PropertySignature
  file: string
}

type Declared = TS.InterfaceDeclaration | TS.TypeAliasDeclaration | TS.EnumDeclaration

const NODES = /^(React\.)?(ReactNode|ReactElement|ReactChild|JSX\.Element|ComponentType|ElementType)$/
// What a type without a name of its own is made from; what they take away or add is read, the rest is passed through.
const MADE_FROM = new Set([
  'Omit',
  'Pick',
  'Partial',
  'Required',
  'Readonly',
  'PropsWithChildren',
  'React.PropsWithChildren',
])

/** Looks up types by their names, in a module and in the library's modules that it imports, without resolving anything else. */
export class TypeScope {
  #files = new Map<string, TS.SourceFile>()

  constructor(
    readonly ts: Ts,
    readonly entry: string,
    readonly read: (path: string) => string | undefined,
    readonly resolve: (from: string, to: string) => string | undefined,
  ) {}

  file(path: string): TS.SourceFile {
    let file = this.#files.get(path)
    if (!file) {
      const { ts } = this
      file = ts.createSourceFile(
        path,
        this.read(path) ?? '',
        ts.ScriptTarget.Latest,
        true,
        path.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
      )
      this.#files.set(path, file)
    }
    return file
  }

  private find(name: string, path: string, depth = 0): { node: Declared; path: string } | undefined {
    const { ts } = this
    if (depth > 8) return undefined
    const file = this.file(path)
    for (const statement of file.statements) {
      const isDeclared =
        ts.isInterfaceDeclaration(statement) || ts.isTypeAliasDeclaration(statement) || ts.isEnumDeclaration(statement)
      if (isDeclared && statement.name.text === name) return { node: statement, path }
    }
    for (const statement of file.statements) {
      const from =
        (ts.isImportDeclaration(statement) || ts.isExportDeclaration(statement)) &&
        statement.moduleSpecifier &&
        ts.isStringLiteral(statement.moduleSpecifier)
          ? statement.moduleSpecifier.text
          : undefined
      if (from === undefined) continue
      const target = this.resolve(path, from)
      if (target === undefined) continue
      const named = ts.isImportDeclaration(statement)
        ? statement.importClause?.namedBindings
        : (statement as TS.ExportDeclaration).exportClause
      const all = !named && ts.isExportDeclaration(statement)
      const element =
        named && 'elements' in named ? [...named.elements].find((each) => each.name.text === name) : undefined
      if (!element && !all) continue
      const found = this.find(
        element && 'propertyName' in element && element.propertyName ? element.propertyName.text : name,
        target,
        depth + 1,
      )
      if (found) return found
    }
    return undefined
  }

  /** Every property of a props type, in the order of the code; types from outside are told as unclear. */
  membersOf(type: TS.TypeNode, path: string, unclear: Unclear, depth = 0): Member[] {
    const { ts } = this
    if (depth > 12) return []
    if (ts.isTypeLiteralNode(type)) return this.signatures(type.members, path)
    if (ts.isParenthesizedTypeNode(type)) return this.membersOf(type.type, path, unclear, depth + 1)
    if (ts.isIntersectionTypeNode(type))
      return type.types.flatMap((each) => this.membersOf(each, path, unclear, depth + 1))
    if (!ts.isTypeReferenceNode(type) && !ts.isExpressionWithTypeArguments(type)) {
      unclear.push({ line: this.lineOf(type), what: `the type ${short(type.getText())}` })
      return []
    }
    const name = ts.isTypeReferenceNode(type) ? type.typeName.getText() : type.expression.getText()
    const [first, second] = type.typeArguments ?? []
    if (MADE_FROM.has(name) && first) {
      const inner = this.membersOf(first, path, unclear, depth + 1)
      const names = second ? this.namesIn(second, path) : []
      if (name === 'Omit') return inner.filter(({ member }) => !names.includes(member.name.getText()))
      if (name === 'Pick') return inner.filter(({ member }) => names.includes(member.name.getText()))
      return inner
    }
    const found = this.find(name, path)
    if (!found || ts.isEnumDeclaration(found.node)) {
      unclear.push({
        line: this.lineOf(type),
        what: `${short(type.getText())}, which is declared outside of the library`,
      })
      return []
    }
    if (ts.isTypeAliasDeclaration(found.node)) return this.membersOf(found.node.type, found.path, unclear, depth + 1)
    const above = (found.node.heritageClauses ?? []).flatMap(({ types }) =>
      types.flatMap((each) => this.membersOf(each, found.path, unclear, depth + 1)),
    )
    const own = this.signatures(found.node.members, found.path)
    return [
      ...above.filter(({ member }) => !own.some((each) => each.member.name.getText() === member.name.getText())),
      ...own,
    ]
  }

  private signatures(members: TS.NodeArray<TS.TypeElement>, file: string): Member[] {
    return members.filter(this.ts.isPropertySignature).map((member) => ({ member, file }))
  }

  private namesIn(type: TS.TypeNode, path: string): string[] {
    const shape = this.shapeOf(type, path)
    return shape.type === 'choice' ? shape.values.map(String) : []
  }

  private lineOf(node: TS.Node): number {
    return node.getSourceFile().getLineAndCharacterOfPosition(node.getStart()).line + 1
  }

  /** What kind of prop a type makes. Members of a union keep the order in which they are written. */
  shapeOf(type: TS.TypeNode, path: string, depth = 0): Shape {
    const { ts } = this
    const { SyntaxKind } = ts
    if (depth > 12) return { type: 'data' }
    if (ts.isParenthesizedTypeNode(type)) return this.shapeOf(type.type, path, depth + 1)
    if (ts.isUnionTypeNode(type)) return this.unionShape(type, path, depth)
    if (ts.isLiteralTypeNode(type)) {
      if (ts.isStringLiteral(type.literal)) return { type: 'choice', values: [type.literal.text] }
      if (ts.isNumericLiteral(type.literal)) return { type: 'choice', values: [Number(type.literal.text)] }
      const isTruth = type.literal.kind === SyntaxKind.TrueKeyword || type.literal.kind === SyntaxKind.FalseKeyword
      return { type: isTruth ? 'flag' : 'data' }
    }
    if (ts.isFunctionTypeNode(type)) return { type: 'event' }
    if (type.kind === SyntaxKind.BooleanKeyword) return { type: 'flag' }
    if (type.kind === SyntaxKind.StringKeyword) return { type: 'text' }
    if (type.kind === SyntaxKind.NumberKeyword) return { type: 'number' }
    if (!ts.isTypeReferenceNode(type)) return { type: 'data' }
    const name = type.typeName.getText()
    if (NODES.test(name)) return { type: 'node' }
    if (/EventHandler$/.test(name)) return { type: 'event' }
    const found = this.find(name.split('.')[0]!, path)
    if (!found) return { type: 'data' }
    if (ts.isTypeAliasDeclaration(found.node)) return this.shapeOf(found.node.type, found.path, depth + 1)
    if (!ts.isEnumDeclaration(found.node)) return { type: 'data' }
    const values = found.node.members.map(({ initializer }, at) =>
      initializer && ts.isStringLiteral(initializer)
        ? initializer.text
        : initializer && ts.isNumericLiteral(initializer)
          ? Number(initializer.text)
          : at,
    )
    return { type: 'choice', values }
  }

  private unionShape(type: TS.UnionTypeNode, path: string, depth: number): Shape {
    const { SyntaxKind } = this.ts
    const isNothing = (each: TS.TypeNode) =>
      each.kind === SyntaxKind.UndefinedKeyword ||
      (this.ts.isLiteralTypeNode(each) && each.literal.kind === SyntaxKind.NullKeyword)
    const shapes = type.types.filter((each) => !isNothing(each)).map((each) => this.shapeOf(each, path, depth + 1))
    const [first] = shapes
    if (!first) return { type: 'data' }
    if (shapes.every((shape) => shape.type === 'choice'))
      return {
        type: 'choice',
        values: [...new Set(shapes.flatMap((shape) => ('values' in shape ? shape.values : [])))],
      }
    // `boolean | 'indeterminate'`
    if (
      shapes.some(({ type }) => type === 'choice') &&
      shapes.every(({ type }) => type === 'choice' || type === 'flag')
    )
      return {
        type: 'choice',
        values: [false, true, ...shapes.flatMap((each) => ('values' in each ? each.values : []))],
      }
    return shapes.every((shape) => shape.type === first.type)
      ? first
      : { type: shapes.some((shape) => shape.type === 'node') ? 'node' : 'data' }
  }

  /** The value of a literal, or of an enum's member. */
  literalOf(node: TS.Expression, path: string): string | number | boolean | undefined {
    const { ts } = this
    const plain = literalIn(ts, node)
    if (plain !== undefined) return plain
    if (ts.isAsExpression(node)) return this.literalOf(node.expression, path)
    if (!ts.isPropertyAccessExpression(node)) return undefined
    const found = this.find(node.expression.getText(), path)
    if (!found || !ts.isEnumDeclaration(found.node)) return undefined
    const member = found.node.members.find(({ name }) => name.getText() === node.name.text)
    return member?.initializer && this.literalOf(member.initializer, found.path)
  }
}

const short = (text: string) => (text.length > 60 ? `${text.slice(0, 59)}…` : text)
