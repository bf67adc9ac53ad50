'use client'

import type { ReactNode } from 'react'
import Markdown from 'react-markdown'
import remarkGfm from 'remark-gfm'

/** A heading of a guide, as its contents list it. */
export interface Heading {
  id: string
  text: string
  level: number
}

const HEADING = /^(#{2,3})\s+(.+?)\s*#*$/gm

/** The headings of a text, in their order. */
export const headingsIn = (text: string): Heading[] =>
  [...text.replace(/^ {0,3}(```|~~~)[\s\S]*?^ {0,3}\1/gm, '').matchAll(HEADING)].map(([, marks = '', words = '']) => ({
    id: headingId(words),
    text: words.replace(/[*_`]/g, ''),
    level: marks.length,
  }))

/** Begins with a letter of its own, so that it is never taken for the address of a setting. */
const headingId = (words: string) =>
  `s-${words
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')}`

const textOf = (node: ReactNode): string =>
  Array.isArray(node)
    ? node.map(textOf).join('')
    : typeof node === 'object' && node !== null && 'props' in node
      ? textOf((node.props as { children?: ReactNode }).children)
      : typeof node === 'string' || typeof node === 'number'
        ? String(node)
        : ''

/** Markdown as a guide has it: no HTML of its own, and headings that can be linked to. */
export function Prose({ text, linkTo }: { text: string; linkTo(slug: string): string }) {
  return (
    <div className="prose">
      <Markdown
        remarkPlugins={[remarkGfm]}
        components={{
          a: ({ href = '', children }) => <a href={/^[a-z][a-z0-9-]*$/.test(href) ? linkTo(href) : href}>{children}</a>,
          h1: ({ children }) => <h2 id={headingId(textOf(children))}>{children}</h2>,
          h2: ({ children }) => <h2 id={headingId(textOf(children))}>{children}</h2>,
          h3: ({ children }) => <h3 id={headingId(textOf(children))}>{children}</h3>,
        }}
      >
        {text}
      </Markdown>
    </div>
  )
}
