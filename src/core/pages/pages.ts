import type { Problem } from '../problem'
import { resolvePath, textOf, type Library } from '../sheet'
import { readHeadings, withoutCode } from '../guide'

/** A page of Markdown that belongs to a library as a whole. */
export interface LibraryPage {
  /** Its file. */
  path: string
  /** Its address among the pages of a published guide. */
  name: string
  title: string
  /** What stands under its title. */
  text: string
  /** The line on which `text` begins, from 1. */
  line: number
}

/** The pages that a library names, in their order. */
export const libraryPages = ({ data, tree }: Pick<Library, 'data' | 'tree'>): LibraryPage[] =>
  data.guides.flatMap((path) => {
    const text = textOf(tree, path)
    return text === undefined ? [] : [pageOf(path, text)]
  })

function pageOf(path: string, text: string): LibraryPage {
  const name = `page-${path.replace(/\.md$/, '').replace(/[^\p{L}\p{N}]+/gu, '-')}`
  const head = /^\s*# (.+)\n*/.exec(text)
  return {
    path,
    name,
    title: head?.[1]?.trim() ?? path,
    text: head ? text.slice(head[0].length) : text,
    line: (head?.[0].match(/\n/g) ?? []).length + 1,
  }
}

/** Where a link leads: to a page or a component of the guide, to another file of the library, elsewhere, or nowhere. */
export type LinkTarget =
  | { to: 'page'; page: LibraryPage; heading?: string }
  | { to: 'component'; slug: string }
  | { to: 'file'; path: string }
  | { to: 'elsewhere' }
  | { to: 'nowhere'; message: string }

/** What the links of a library's pages can lead to. */
export interface LinkPlaces {
  pages: readonly LibraryPage[]
  components: readonly string[]
  files: readonly string[]
}

/** Where a link of a page leads. @param from the page's file */
export function linkTarget(from: LibraryPage, href: string, { pages, components, files }: LinkPlaces): LinkTarget {
  if (/^[a-z][a-z0-9+.-]*:|^\/\//i.test(href)) return { to: 'elsewhere' }
  if (components.includes(href)) return { to: 'component', slug: href }
  const [file = '', anchor] = readable(href).split('#', 2)
  const path = file === '' ? from.path : resolvePath(from.path, file)
  const page = pages.find((each) => each.path === path)
  if (page) {
    const heading =
      anchor === undefined ? undefined : readHeadings(page.text).find(({ anchors }) => anchors.includes(anchor))
    if (anchor && !heading) return { to: 'nowhere', message: `${page.path} has no heading "${anchor}"` }
    return { to: 'page', page, ...(heading && { heading: heading.id }) }
  }
  if (path !== undefined && files.includes(path)) return { to: 'file', path }
  return { to: 'nowhere', message: `the link "${href}" leads to nothing that the guide has` }
}

/** An address with its escapes read; as it stands where they stand for nothing. */
function readable(href: string): string {
  try {
    return decodeURI(href)
  } catch {
    return href
  }
}

const LINK = /\]\(\s*<?([^()\s>]+)>?(?:\s+"[^"]*")?\s*\)/g

/** The links of a page, with the line of each from 1 in its file. What stands in code is none. */
export const linksOf = ({ text, line }: LibraryPage): { href: string; line: number }[] =>
  withoutCode(text)
    .replace(/(`+)[^\n]*?\1/g, '')
    .split('\n')
    .flatMap((each, at) => [...each.matchAll(LINK)].map(([, href]) => ({ href: href!, line: line + at })))

/** Links of a library's pages that lead nowhere. */
export const pageProblems = (places: LinkPlaces): Problem[] =>
  places.pages.flatMap((page) =>
    linksOf(page).flatMap(({ href, line }) => {
      const target = linkTarget(page, href, places)
      return target.to === 'nowhere' ? [{ file: page.path, line, column: 1, message: target.message }] : []
    }),
  )
