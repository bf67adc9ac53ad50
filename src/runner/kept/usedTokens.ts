import type { TokenBook } from '@/core/tokens'

type Context = Readonly<Record<string, string>>

/** Code and templates that may put a custom property's name together, or ask for all of them. */
const MAY_NAME_ANY = /(?<![\w-])--(?:["'`$\\]|\{\{)|getPropertyValue|computedStyleMap|cssRules|cssText/

const namesIn = (text: string) => text.match(/--[\w-]+/g) ?? []

/**
 * What a component can see of tokens: the custom properties that its texts name, with what those name in turn, and the tokens that
 * its sheet speaks of, in each context.
 * @param texts all that is staged of it
 * @param sheet the part of its sheet that counts
 */
export function usedTokens(book: TokenBook, contexts: readonly Context[], texts: string, sheet: string): unknown {
  const seesAll = MAY_NAME_ANY.test(texts)
  const spoken = [...new Set([...sheet.matchAll(/\{([\w$][\w.$-]*)\}/g)].map(([, path]) => path!))]
  return contexts.map((context) => {
    const properties = book.customProperties(context)
    const all = new Map(properties)
    const used = new Map<string, string>()
    const use = (name: string) => {
      const value = all.get(name)
      if (value === undefined || used.has(name)) return
      used.set(name, value)
      namesIn(value).forEach(use)
    }
    const beginnings = spoken.map((path) => book.propertyOf(path))
    const isSpoken = (name: string) => beginnings.some((each) => name.startsWith(each))
    for (const [name] of properties) if (seesAll || isSpoken(name)) use(name)
    namesIn(texts).forEach(use)
    namesIn(sheet).forEach(use)
    return [context, [...used].toSorted(), spoken.map((path) => [path, book.get(path, context)])]
  })
}
