import { applyEdits, findNodeAtLocation, getNodeValue, modify, parseTree } from 'jsonc-parser'

/** Steps into a document's JSON. */
type Steps = readonly (string | number)[]

// What the format allows in a name, and what a path can be taken apart at.
const NAME = /^[^\s.{}$/][^.{}/]*$/

/** What is wrong with a token's or a group's path; undefined where it can be one. */
export const pathFault = (path: string): string | undefined =>
  path.split('.').every((step) => NAME.test(step))
    ? undefined
    : `"${path}" is no name of a token: names in groups, set apart by dots, such as color.pine.600`

/** Where a token's document begins in its file, given where its value stands; undefined where it is not written under its own path. */
export function documentOf(at: readonly PropertyKey[], path: string): Steps | undefined {
  const steps = path.split('.')
  const start = at.length - 1 - steps.length
  return start >= 0 && steps.every((step, place) => String(at[start + place]) === step)
    ? at.slice(0, start).map((step) => (typeof step === 'number' ? step : String(step)))
    : undefined
}

function formatting(text: string) {
  const indent = /^[ \t]+/m.exec(text)?.[0] ?? '  '
  const insertSpaces = !indent.includes('\t')
  return {
    formattingOptions: { insertSpaces, tabSize: indent.length, eol: text.includes('\r\n') ? '\r\n' : '\n' },
  }
}

const valueAt = (text: string, at: Steps): unknown => {
  const tree = parseTree(text)
  const node = tree && findNodeAtLocation(tree, [...at])
  return node && getNodeValue(node)
}

const setAt = (text: string, at: Steps, value: unknown) =>
  applyEdits(text, modify(text, [...at], value, formatting(text)))

/** The type that a group gives to what stands in it. */
function inheritedType(text: string, document: Steps, groups: readonly string[]): string | undefined {
  for (let length = groups.length; length >= 0; length--) {
    const type = (valueAt(text, [...document, ...groups.slice(0, length)]) as { $type?: unknown } | undefined)?.$type
    if (typeof type === 'string') return type
  }
  return undefined
}

/** A token file's text with one more token. @param document where the token document begins in the file */
export function addedTokenText(text: string, document: Steps, path: string, type: string, value: unknown): string {
  const steps = path.split('.')
  const isTold = inheritedType(text, document, steps.slice(0, -1)) === type
  return setAt(text, [...document, ...steps], { ...(!isTold && { $type: type }), $value: value })
}

/** A token file's text without a token or a group; groups that are empty then go too. */
export function removedTokenText(text: string, document: Steps, path: string): string {
  const steps = path.split('.')
  let next = setAt(text, [...document, ...steps], undefined)
  for (let length = steps.length - 1; length > 0; length--) {
    const group = valueAt(next, [...document, ...steps.slice(0, length)])
    const isEmpty =
      typeof group === 'object' && group !== null && Object.keys(group).every((key) => key.startsWith('$'))
    if (!isEmpty) break
    next = setAt(next, [...document, ...steps.slice(0, length)], undefined)
  }
  return next
}

/** A token file's text in which a token or a group has another path. What it had its type from stays its type. */
export function movedTokenText(text: string, document: Steps, from: string, to: string): string {
  const [was, next] = [from.split('.'), to.split('.')]
  const [name] = next.slice(-1)
  const isSameGroup = was.slice(0, -1).join('.') === next.slice(0, -1).join('.')
  const tree = parseTree(text)
  const node = tree && findNodeAtLocation(tree, [...document, ...was])
  if (!node) return text
  if (isSameGroup) {
    const [key] = node.parent!.children!
    return text.slice(0, key!.offset) + JSON.stringify(name) + text.slice(key!.offset + key!.length)
  }
  const value = getNodeValue(node) as Record<string, unknown>
  const type = '$type' in value ? undefined : inheritedType(text, document, was.slice(0, -1))
  const without = removedTokenText(text, document, from)
  const isTold = type === undefined || inheritedType(without, document, next.slice(0, -1)) === type
  return setAt(without, [...document, ...next], isTold ? value : { $type: type, ...value })
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/** A text in which references to a token, or to what stands in a group, name it by its new path: `{color.pine.600 / 20%}`. */
export const withReferences = (text: string, from: string, to: string): string =>
  text
    .replace(new RegExp(`\\{(\\s*)${escaped(from)}(?=[\\s./}])`, 'g'), (_, space: string) => `{${space}${to}`)
    .replace(
      new RegExp(`("#/)${escaped(from.replaceAll('.', '/'))}(?=["/])`, 'g'),
      (_, start: string) => start + to.replaceAll('.', '/'),
    )

// A typography token has a property for each of its fields.
const FIELD = /-(font|font-family|font-size|font-weight|line-height|letter-spacing)$/

/** A text in which custom properties have other names. @param names new ones by the old, with their hyphens */
export const withProperties = (text: string, names: ReadonlyMap<string, string>): string =>
  text.replace(/(?<![\w-])--[\w-]+/g, (name) => {
    const field = FIELD.exec(name)?.[0] ?? ''
    return (
      names.get(name) ??
      (field && names.has(name.slice(0, -field.length)) ? names.get(name.slice(0, -field.length))! + field : name)
    )
  })
