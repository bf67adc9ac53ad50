import type { TokenBook } from '@/core/tokens'

type Context = Readonly<Record<string, string>>

/** Code and templates that may put a custom property's name together, or ask for all of them. */
const MAY_NAME_ANY = /(?<![\w-])--(?:["'`$\\]|\{\{)|getPropertyValue|computedStyleMap|cssRules|cssText/

const namesIn = (text: string) => text.match(/--[\w-]+/g) ?? []

/** What of a component's texts decides which tokens it can see. */
export interface Names {
  /** It may name any of them. */
  seesAll: boolean
  /** The custom properties that it names. */
  names: readonly string[]
}

export const namesOf = (texts: string): Names => ({
  seesAll: MAY_NAME_ANY.test(texts),
  names: [...new Set(namesIn(texts))],
})

/**
 * What a component can see of tokens: the custom properties that its texts name, with what those name in turn, and the tokens that
 * its sheet speaks of, in each context.
 * @param staged of all that is staged of it
 * @param sheet the part of its sheet that counts
 */
export function usedTokens(book: TokenBook, contexts: readonly Context[], staged: Names, sheet: string): unknown {
  const named = [...staged.names, ...namesIn(sheet)]
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
    for (const [name] of properties) if (staged.seesAll || isSpoken(name)) use(name)
    named.forEach(use)
    return [context, [...used].toSorted(), spoken.map((path) => [path, book.get(path, context)])]
  })
}
