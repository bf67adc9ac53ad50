import type * as TS from 'typescript'
import type { CodeProp } from '@/core/code'
import { literalIn, type Ts } from './syntax'

/** The object literal of a property; undefined where it is none. */
export function objectIn(
  ts: Ts,
  object: TS.ObjectLiteralExpression,
  name: string,
): TS.ObjectLiteralExpression | undefined {
  const found = object.properties.find(
    (each): each is TS.PropertyAssignment => ts.isPropertyAssignment(each) && keyOf(each) === name,
  )
  return found && ts.isObjectLiteralExpression(found.initializer) ? found.initializer : undefined
}

export const keyOf = ({ name }: TS.PropertyAssignment): string => name.getText().replace(/^['"`]|['"`]$/g, '')

/** Defaults that calls such as `cva(base, { variants, defaultVariants })` give to props, by their names. */
export function classMapDefaults(
  ts: Ts,
  files: readonly TS.SourceFile[],
): Map<string, NonNullable<CodeProp['default']>> {
  const found = new Map<string, NonNullable<CodeProp['default']>>()
  const walk = (node: TS.Node) => {
    if (ts.isObjectLiteralExpression(node) && objectIn(ts, node, 'variants')) {
      const defaults = objectIn(ts, node, 'defaultVariants')
      for (const each of defaults?.properties ?? []) {
        const value = ts.isPropertyAssignment(each) ? literalIn(ts, each.initializer) : undefined
        if (value !== undefined) found.set(keyOf(each as TS.PropertyAssignment), value)
      }
    }
    ts.forEachChild(node, walk)
  }
  files.forEach(walk)
  return found
}

/**
 * Values in the order in which the code writes them: the compiler keeps unions in an order of its own.
 * @param files where a list, a union or a map with all of these values may stand
 */
export function inWrittenOrder<Value extends string | number | boolean>(
  ts: Ts,
  values: readonly Value[],
  files: readonly TS.SourceFile[],
): Value[] {
  let order: string[] | undefined
  const walk = (node: TS.Node) => {
    if (order) return
    const written = namesIn(ts, node)
    if (written.length >= values.length && values.every((value) => written.includes(String(value)))) order = written
    else ts.forEachChild(node, walk)
  }
  files.forEach(walk)
  const found = order
  return found ? values.toSorted((a, b) => found.indexOf(String(a)) - found.indexOf(String(b))) : [...values]
}

function namesIn(ts: Ts, node: TS.Node): string[] {
  if (ts.isObjectLiteralExpression(node)) return node.properties.filter(ts.isPropertyAssignment).map(keyOf)
  if (ts.isArrayLiteralExpression(node)) return node.elements.map((each) => String(literalIn(ts, each)))
  if (!ts.isUnionTypeNode(node)) return []
  return node.types.map((each) =>
    ts.isLiteralTypeNode(each) ? String(literalIn(ts, each.literal as TS.Expression)) : '',
  )
}
