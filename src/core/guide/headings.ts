/** A heading of a guide, as its contents list it. */
export interface Heading {
  id: string
  text: string
  level: number
  /** The names under which links may mean it: ours, and the one that forges give it. */
  anchors: readonly string[]
}

const HEADING = /^(#{2,3})\s+(.+?)\s*#*$/gm

/** A text without its blocks of code; lines stay where they are. */
export const withoutCode = (text: string): string =>
  text.replace(/^ {0,3}(```|~~~)[\s\S]*?^ {0,3}\1/gm, (block) => block.replace(/[^\n]/g, ''))

/** The headings of a text, in their order. */
export const readHeadings = (text: string): Heading[] =>
  [...withoutCode(text).matchAll(HEADING)].map(([, marks = '', words = '']) => {
    const plain = words.replace(/[*_`]/g, '')
    const id = headingId(plain)
    const common = plain
      .toLowerCase()
      .replace(/[^\p{L}\p{N}\s_-]/gu, '')
      .replaceAll(' ', '-')
    return { id, text: plain, level: marks.length, anchors: [id, common] }
  })

/** Begins with a letter of its own, so that it is never taken for the address of a setting. */
export const headingId = (words: string): string =>
  `s-${words
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')}`

/** A guide's text without a first heading that only says the component's name, which stands above it already; lines stay where they are. */
export function withoutTitle(text: string, name: string): string {
  const [all, before, words] = /^(\s*)#[ \t]+([^\n]+?)[ \t]*(?=\n|$)/.exec(text) ?? []
  return words?.toLowerCase() === name.toLowerCase() ? before! + text.slice(all!.length) : text
}
