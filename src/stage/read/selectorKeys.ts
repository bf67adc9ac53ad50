/**
 * What an element must have for a selector to match it: one of these class names (`.name`) or element names. Undefined where the
 * selector does not say.
 */
export type SelectorKeys = readonly string[] | undefined

/** The keys of one complex selector, from what stands last in it. */
export function selectorKeys(selector: string): SelectorKeys {
  const subject = lastCompound(selector)
  const simple = simplesOf(subject)
  const named = simple.find((each) => each.startsWith('.'))
  if (named !== undefined) return [`.${unescape(named.slice(1))}`]
  // `:is(.a, .b c)`: whichever holds has its own keys.
  for (const each of simple) {
    const list = /^:(?:is|where|-webkit-any|matches)\((.*)\)$/is.exec(each)?.[1]
    if (list === undefined) continue
    const keys = splitList(list).map((one) => selectorKeys(one.trim()))
    if (keys.length > 0 && keys.every((one) => one !== undefined)) return [...new Set(keys.flat())]
  }
  const tag = /^[a-z][\w-]*/i.exec(subject)?.[0]
  return tag === undefined ? undefined : [tag.toLowerCase()]
}

/** Splits a list of selectors at the commas that no bracket encloses. */
export const splitList = (selectors: string): string[] => splitAt(selectors, (character) => character === ',')

const lastCompound = (selector: string): string =>
  splitAt(selector.trim(), (character) => /[\s>+~]/.test(character))
    .at(-1)!
    .trim()

/** Parts a text at characters outside of brackets, strings and escapes. */
function splitAt(text: string, isBreak: (character: string) => boolean): string[] {
  const parts: string[] = []
  let start = 0
  walkFlat(text, (character, at) => {
    if (!isBreak(character)) return
    parts.push(text.slice(start, at))
    start = at + 1
  })
  parts.push(text.slice(start))
  return parts
}

/** `a.b:is(.c)` → `a`, `.b`, `:is(.c)`. */
function simplesOf(compound: string): string[] {
  const starts: number[] = []
  walkFlat(compound, (character, at) => {
    if (/[.#:[]/.test(character) && compound[at - 1] !== ':') starts.push(at)
  })
  const bounds = [0, ...starts, compound.length]
  return bounds.slice(1).flatMap((end, at) => (end > bounds[at]! ? [compound.slice(bounds[at], end)] : []))
}

/** Calls back with each character that no bracket or string encloses and no backslash escapes; brackets' first ones are among them. */
function walkFlat(text: string, see: (character: string, at: number) => void): void {
  let depth = 0
  let quote = ''
  for (let at = 0; at < text.length; at++) {
    const character = text[at]!
    if (character === '\\') at += escapeAt(text, at).length - 1
    else if (quote !== '') quote = character === quote ? '' : quote
    else if (character === '"' || character === "'") quote = character
    else if (character === ')' || character === ']') depth--
    else {
      if (depth === 0) see(character, at)
      if (character === '(' || character === '[') depth++
    }
  }
}

// After a number a space belongs to the escape.
const escapeAt = (text: string, at: number) => /^\\(?:[0-9a-f]{1,6}\s?|[^])/i.exec(text.slice(at, at + 8))?.[0] ?? '\\'

/** `sm\:flex` → `sm:flex`. */
const unescape = (name: string): string =>
  name.replace(/\\([0-9a-f]{1,6})\s?|\\(.)/gi, (_, code: string | undefined, character: string) =>
    code === undefined ? character : String.fromCodePoint(parseInt(code, 16)),
  )
