/**
 * Foreign text that only shows: what a library's files, its components' code and what they render say may not move a terminal's cursor,
 * turn text around, begin a line of its own, or give a pipeline that reads along an order.
 */

// Signs that act instead of showing: control codes (C0, DEL, C1), those that set the direction of text, separators of lines, the byte order mark.
const ACTING = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u061c\u200e\u200f\u2028-\u202e\u2066-\u2069\ufeff]/g // eslint-disable-line no-control-regex -- these are what is looked for
const SPACING: Readonly<Record<string, string>> = { '\n': '\\n', '\r': '\\r', '\t': '\\t' }
// Orders as pipelines read them in what a program prints: `::error file=…::` where a line begins, `##name[…` anywhere.
const COLONS = /^([^\S\n]*):(?=:[\w-]+[^\n]*?::)/gm
const HASHES = /#(?=#\w*\[)/g

const asEscape = (sign: string) => `\\u${sign.charCodeAt(0).toString(16).padStart(4, '0')}`

/** Lines of foreign text, with what acts written as JSON writes it: what was JSON means the same as before. */
export const inert = (text: string): string =>
  text
    .replace(ACTING, asEscape)
    .replace(COLONS, `$1${asEscape(':')}`)
    .replace(HASHES, asEscape('#'))

/** One foreign value that stays in its line. */
export const inertLine = (text: string): string => inert(text.replace(/[\n\r\t]/g, (sign) => SPACING[sign]!))

/** The same with every text in it, at any depth, made to stay in its line. */
export function inertIn<Value>(value: Value): Value {
  if (typeof value === 'string') return inertLine(value) as Value
  if (Array.isArray(value)) return value.map(inertIn) as Value
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(Object.entries(value).map(([key, each]) => [inertLine(key), inertIn(each)])) as Value
}
