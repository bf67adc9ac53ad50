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

/** Fields with a decorator, entries of `static properties`, and observed attributes that are neither. */
function propsOf(ts: Ts, scope: TypeScope, node: TS.ClassLikeDeclaration, path: string): CodeProp[] {
  const props: CodeProp[] = []
  const isKnown = (name: string) => props.some((each) => each.name === name)
  const initials = initialsOf(ts, node)
  const add = (
    codeName: string,
    at: TS.Node,
    options: TS.ObjectLiteralExpression | undefined,
    type?: TS.TypeNode,
    initial?: TS.Expression,
  ) => {
    const attribute = optionOf(ts, options, 'attribute')
    const isInner =
      attribute?.kind === ts.SyntaxKind.FalseKeyword ||
      optionOf(ts, options, 'state')?.kind === ts.SyntaxKind.TrueKeyword
    const given = initial && literalIn(ts, initial)
    const shape = type ? scope.shapeOf(type, path) : shapeOfValue(optionOf(ts, options, 'type')?.getText(), given)
    const name = attribute && ts.isStringLiteralLike(attribute) ? attribute.text : kebabCase(codeName)
    if (isKnown(name)) return
    props.push({
      name: kebabCase(name),
      codeName,
      ...shape,
      ...(given !== undefined && { default: given }),
      ...aboutOf(ts, at),
      ...(isInner && { isInner }),
      isOptional: true,
      file: path,
      line: lineOf(at),
    })
  }
  for (const member of node.members) {
    const isField = ts.isPropertyDeclaration(member) || ts.isAccessor(member)
    if (isField && ts.canHaveDecorators(member))
      for (const { expression } of ts.getDecorators(member) ?? []) {
        if (!ts.isCallExpression(expression) || expression.expression.getText() !== 'property') continue
        const [options] = expression.arguments
        const initial = ts.isPropertyDeclaration(member) ? member.initializer : undefined
        const type = ts.isSetAccessor(member) ? member.parameters[0]?.type : member.type
        add(
          member.name.getText(),
          member,
          options && ts.isObjectLiteralExpression(options) ? options : undefined,
          type,
          initial,
        )
      }
    const listed = staticValue(ts, member, 'properties')
    if (listed && ts.isObjectLiteralExpression(listed))
      for (const entry of listed.properties)
        if (ts.isPropertyAssignment(entry))
          add(
            entry.name.getText(),
            entry,
            ts.isObjectLiteralExpression(entry.initializer) ? entry.initializer : undefined,
            undefined,
            initials.get(entry.name.getText()),
          )
  }
  for (const member of node.members) {
    const listed = staticValue(ts, member, 'observedAttributes')
    if (listed && ts.isArrayLiteralExpression(listed))
      for (const each of listed.elements) if (ts.isStringLiteralLike(each)) addAttribute(each)
  }
  function addAttribute(at: TS.StringLiteralLike) {
    if (isKnown(kebabCase(at.text)) || /^(aria-|data-|class$|style$)/.test(at.text)) return
    const asked = new RegExp(`(has|toggle)Attribute\\(\\s*['"\`]${at.text}['"\`]`)
    const type = asked.test(node.getText()) ? 'flag' : 'text'
    props.push({ name: kebabCase(at.text), codeName: at.text, type, isOptional: true, file: path, line: lineOf(at) })
  }
  return props
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
