import { createRequire } from 'node:module'
import type * as TS from 'typescript'
import { kebabCase, type CodeProp, type CodeReading } from '@/core/code'
import { resolvePath, textOf, type FileTree } from '@/core/sheet'
import { moduleFile } from '../moduleFile'
import { commentOf, lineOf, literalIn, type Ts } from './syntax'
import { TypeScope } from './TypeScope'

/** A custom element as the code says that defines it. */
export interface CodeElement extends CodeReading {
  tag: string
  parts: { name: string }[]
}

/** Whether a module's text looks as if it defined an element. */
export const definesElement = (text: string): boolean =>
  /\bcustomElements\s*\.\s*define\s*\(|@customElement\s*\(/.test(text)

/** Reads the custom elements that a module defines, from its text alone: attributes, properties, slots, parts, events. */
export function readElements(tree: FileTree, path: string): CodeElement[] {
  const ts = createRequire(import.meta.url)('typescript') as Ts
  const resolve = (from: string, to: string) => {
    const base = resolvePath(from, to)
    return base && moduleFile(base, (each) => tree.paths.includes(each))
  }
  const scope = new TypeScope(ts, path, (file) => textOf(tree, file), resolve)
  const file = scope.file(path)
  return classesIn(ts, file).map(({ tag, node }) => ({
    name: node.name?.text ?? tag,
    tag,
    ...aboutOf(ts, node),
    props: [...propsOf(ts, scope, node, path), ...slotsAndEvents(node, path)],
    parts: namesIn(node, /\bpart=["']([\w\s-]+)["']/g).map((name) => ({ name })),
    unclear: node.heritageClauses?.some(({ types }) =>
      types.some(({ expression }) => !/^(HTMLElement|LitElement)$/.test(expression.getText())),
    )
      ? [{ line: lineOf(node), what: 'what its class inherits' }]
      : [],
  }))
}

const aboutOf = (ts: Ts, node: TS.Node) => {
  const about = commentOf(ts, node)
  return about === undefined ? {} : { about }
}

/** Classes that are defined as elements, by a call or by a decorator. */
function classesIn(ts: Ts, file: TS.SourceFile): { tag: string; node: TS.ClassLikeDeclaration }[] {
  const classes = new Map<string, TS.ClassLikeDeclaration>()
  const found: { tag: string; node: TS.ClassLikeDeclaration }[] = []
  const defined: [string, TS.Expression][] = []
  const visit = (node: TS.Node): void => {
    if (ts.isClassDeclaration(node) && node.name) classes.set(node.name.text, node)
    if (ts.isVariableDeclaration(node) && node.initializer && ts.isClassExpression(node.initializer))
      classes.set(node.name.getText(), node.initializer)
    if (ts.isClassLike(node) && ts.canHaveDecorators(node))
      for (const { expression } of ts.getDecorators(node) ?? []) {
        const tag = tagIn(ts, expression, /^customElement$/)
        if (tag !== undefined) found.push({ tag, node })
      }
    if (ts.isCallExpression(node)) {
      const tag = tagIn(ts, node, /(^|\.)customElements\s*\.\s*define$/)
      if (tag !== undefined && node.arguments[1]) defined.push([tag, node.arguments[1]])
    }
    ts.forEachChild(node, visit)
  }
  visit(file)
  for (const [tag, given] of defined) {
    const node = ts.isClassExpression(given) ? given : classes.get(given.getText())
    if (node) found.push({ tag, node })
  }
  return found
}

function tagIn(ts: Ts, node: TS.Expression, called: RegExp): string | undefined {
  if (!ts.isCallExpression(node) || !called.test(node.expression.getText())) return undefined
  const [tag] = node.arguments
  return tag && ts.isStringLiteralLike(tag) && /^[a-z][\w.-]*-/.test(tag.text) ? tag.text : undefined
}

/** One place at which an element says what it takes. */
interface Said {
  codeName: string
  at: TS.Node
  options?: TS.ObjectLiteralExpression | undefined
  type?: TS.TypeNode | undefined
  initial?: TS.Expression | undefined
}

/** Fields with a decorator, entries of `static properties`, and observed attributes that are neither. */
function propsOf(ts: Ts, scope: TypeScope, node: TS.ClassLikeDeclaration, path: string): CodeProp[] {
  const props = new Map<string, CodeProp>()
  const initials = initialsOf(ts, node)
  const add = (prop: CodeProp) => {
    if (!props.has(prop.name)) props.set(prop.name, prop)
  }
  for (const member of node.members)
    for (const said of [...decorated(ts, member), ...listed(ts, member, initials)]) add(propOf(ts, scope, said, path))
  for (const member of node.members)
    for (const at of observed(ts, member)) {
      const asked = new RegExp(`(has|toggle)Attribute\\(\\s*['"\`]${at.text}['"\`]`)
      const type = asked.test(node.getText()) ? 'flag' : 'text'
      add({ name: kebabCase(at.text), codeName: at.text, type, isOptional: true, file: path, line: lineOf(at) })
    }
  return [...props.values()]
}

function propOf(ts: Ts, scope: TypeScope, { codeName, at, options, type, initial }: Said, path: string): CodeProp {
  const attribute = optionOf(ts, options, 'attribute')
  const isInner =
    attribute?.kind === ts.SyntaxKind.FalseKeyword || optionOf(ts, options, 'state')?.kind === ts.SyntaxKind.TrueKeyword
  const given = initial && literalIn(ts, initial)
  const shape = type ? scope.shapeOf(type, path) : shapeOfValue(optionOf(ts, options, 'type')?.getText(), given)
  return {
    name: kebabCase(attribute && ts.isStringLiteralLike(attribute) ? attribute.text : codeName),
    codeName,
    ...shape,
    ...(given !== undefined && { default: given }),
    ...aboutOf(ts, at),
    ...(isInner && { isInner }),
    isOptional: true,
    file: path,
    line: lineOf(at),
  }
}

const objectIn = (ts: Ts, node: TS.Expression | undefined) =>
  node && ts.isObjectLiteralExpression(node) ? node : undefined

/** `@property({ … }) size = 'small'`. */
function decorated(ts: Ts, member: TS.ClassElement): Said[] {
  const isField = ts.isPropertyDeclaration(member) || ts.isAccessor(member)
  if (!isField || !ts.canHaveDecorators(member)) return []
  return (ts.getDecorators(member) ?? []).flatMap(({ expression }): Said[] =>
    ts.isCallExpression(expression) && expression.expression.getText() === 'property'
      ? [
          {
            codeName: member.name.getText(),
            at: member,
            options: objectIn(ts, expression.arguments[0]),
            type: ts.isSetAccessor(member) ? member.parameters[0]?.type : member.type,
            initial: ts.isPropertyDeclaration(member) ? member.initializer : undefined,
          },
        ]
      : [],
  )
}

/** `static properties = { size: { type: String } }`. */
function listed(ts: Ts, member: TS.ClassElement, initials: ReadonlyMap<string, TS.Expression>): Said[] {
  const all = objectIn(ts, staticValue(ts, member, 'properties'))
  return (all?.properties ?? []).flatMap((entry): Said[] => {
    if (!ts.isPropertyAssignment(entry)) return []
    const codeName = entry.name.getText()
    return [{ codeName, at: entry, options: objectIn(ts, entry.initializer), initial: initials.get(codeName) }]
  })
}

/** `static observedAttributes = ['size']`, without those of every element. */
function observed(ts: Ts, member: TS.ClassElement): TS.StringLiteralLike[] {
  const all = staticValue(ts, member, 'observedAttributes')
  if (!all || !ts.isArrayLiteralExpression(all)) return []
  return all.elements.filter(ts.isStringLiteralLike).filter(({ text }) => !/^(aria-|data-|class$|style$)/.test(text))
}

/** `static x = …`, or what `static get x() { return … }` gives. */
function staticValue(ts: Ts, member: TS.ClassElement, name: string): TS.Expression | undefined {
  if (member.name?.getText() !== name) return undefined
  if (ts.isPropertyDeclaration(member)) return member.initializer
  if (!ts.isGetAccessor(member)) return undefined
  return member.body?.statements.find(ts.isReturnStatement)?.expression
}

/** `this.x = …` in the constructor, and plain fields. */
function initialsOf(ts: Ts, node: TS.ClassLikeDeclaration): Map<string, TS.Expression> {
  const found = new Map<string, TS.Expression>()
  for (const member of node.members) {
    if (ts.isPropertyDeclaration(member) && member.initializer) found.set(member.name.getText(), member.initializer)
    if (!ts.isConstructorDeclaration(member)) continue
    for (const statement of member.body?.statements ?? []) {
      if (!ts.isExpressionStatement(statement) || !ts.isBinaryExpression(statement.expression)) continue
      const { left, right, operatorToken } = statement.expression
      if (operatorToken.kind === ts.SyntaxKind.EqualsToken && /^this\.\w+$/.test(left.getText()))
        found.set(left.getText().slice('this.'.length), right)
    }
  }
  return found
}

function optionOf(ts: Ts, options: TS.ObjectLiteralExpression | undefined, name: string): TS.Expression | undefined {
  const entry = options?.properties.find((each) => each.name?.getText() === name)
  return entry && ts.isPropertyAssignment(entry) ? entry.initializer : undefined
}

function shapeOfValue(
  type: string | undefined,
  given: string | number | boolean | undefined,
): { type: 'flag' | 'number' | 'data' | 'text' } {
  if (type === 'Boolean' || typeof given === 'boolean') return { type: 'flag' }
  if (type === 'Number' || typeof given === 'number') return { type: 'number' }
  return { type: type === 'Object' || type === 'Array' ? 'data' : 'text' }
}

function slotsAndEvents(node: TS.Node, path: string): CodeProp[] {
  const base = { isOptional: true, file: path, line: lineOf(node) }
  const text = node.getText()
  const slots = [...text.matchAll(/<slot\b([^>]*)>/g)].map(
    ([, given = '']) => /\bname=["']([\w-]+)["']/.exec(given)?.[1] ?? '',
  )
  const events = namesIn(node, /new\s+(?:Custom)?Event(?:<[^>]*>)?\(\s*['"]([\w:-]+)['"]/g)
  return [
    ...[...new Set(slots)].map((name): CodeProp => ({
      ...base,
      name: kebabCase(name) || 'default',
      codeName: name,
      type: 'node',
    })),
    ...events.map((name): CodeProp => ({ ...base, name, codeName: name, type: 'event' })),
  ]
}

const namesIn = (node: TS.Node, pattern: RegExp): string[] => [
  ...new Set([...node.getText().matchAll(pattern)].flatMap(([, names]) => names!.split(/\s+/))),
]
