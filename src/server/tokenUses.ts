import { generate, parse, walk } from 'css-tree'
import type { TokensModel, TokenUse } from '@/contract'
import { spaceOf } from '@/core/matrix'
import { textOf } from '@/core/sheet'
import { partsOf, readRules } from '@/core/spec'
import { tokenContexts, type TokenBook } from '@/core/tokens'
import type { Opened } from './Libraries'

// Contexts multiply: beyond this many columns nobody compares them side by side.
const MAX_COLUMNS = 12

/** The contexts by which tokens differ, one column each. */
export const columnsOf = (book: TokenBook): TokensModel['columns'] =>
  tokenContexts(book)
    .slice(0, MAX_COLUMNS)
    .map((values) => ({ name: Object.values(values).join(' · ') || 'all', values }))

/** Where tokens are used: by rules, by styles, by other tokens. */
export function usesOf({ library, tokens: book }: Pick<Opened, 'library' | 'tokens'>): Map<string, TokenUse[]> {
  const uses = new Map<string, TokenUse[]>()
  const add = (path: string, use: TokenUse) => {
    const known = uses.get(path)
    if (known) known.push(use)
    else uses.set(path, [use])
  }
  for (const sheet of library.sheets) {
    const { rules } = readRules(sheet, spaceOf(sheet, library).dimensions)
    for (const { claims, line } of rules)
      for (const { part, reading, expectation } of claims)
        for (const each of partsOf(expectation))
          if (each.kind === 'token')
            add(book.get(each.path, {})?.path ?? each.path, {
              kind: 'rule',
              slug: sheet.slug,
              part,
              reading: reading.text,
              line,
              file: sheet.file,
            })
  }
  const names = new Map(
    columnsOf(book).flatMap(({ values }) => [...book.raw(values).keys()].map((path) => [book.propertyOf(path), path])),
  )
  for (const file of library.tree.paths.filter((path) => /\.s?css$/.test(path))) {
    walk(parse(textOf(library.tree, file)!, { positions: true, onParseError: () => {}, parseCustomProperty: true }), {
      visit: 'Declaration',
      enter: (node) => {
        for (const [, name] of generate(node.value).matchAll(/var\(\s*(--[\w-]+)/g)) {
          const path =
            names.get(name!) ??
            names.get(name!.replace(/-font(-family|-size|-weight)?$|-line-height$|-letter-spacing$/, ''))
          if (path !== undefined)
            add(path, { kind: 'style', file, line: node.loc!.start.line, property: node.property })
        }
      },
    })
  }
  for (const { values } of columnsOf(book))
    for (const { path, value } of book.raw(values).values())
      for (const [, alias] of JSON.stringify(value).matchAll(/"\{([^{}"]+)\}"/g))
        if (!uses.get(alias!)?.some((use) => use.kind === 'alias' && use.path === path))
          add(alias!, { kind: 'alias', path })
  return uses
}
