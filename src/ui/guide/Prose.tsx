'use client'

import type { ReactNode } from 'react'
import Markdown from 'react-markdown'
import remarkGfm from 'remark-gfm'
import { headingId } from '@/core/guide'

const textOf = (node: ReactNode): string =>
  Array.isArray(node)
    ? node.map(textOf).join('')
    : typeof node === 'object' && node !== null && 'props' in node
      ? textOf((node.props as { children?: ReactNode }).children)
      : typeof node === 'string' || typeof node === 'number'
        ? String(node)
        : ''

/** Markdown as a guide has it: no HTML of its own, and headings that can be linked to. */
export function Prose({
  text,
  hrefOf,
  srcOf = (src) => src,
}: {
  text: string
  /** Where a link leads. */
  hrefOf(href: string): string
  /** Where a picture is. @defaultValue where it says */
  srcOf?(src: string): string
}) {
  return (
    <div className="prose">
      <Markdown
        remarkPlugins={[remarkGfm]}
        components={{
          a: ({ href = '', children }) => <a href={hrefOf(href)}>{children}</a>,
          img: ({ src = '', alt = '' }) => <img src={srcOf(String(src))} alt={alt} loading="lazy" />,
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
