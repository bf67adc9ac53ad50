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
  linkTo,
  hrefOf = (href) => (/^[a-z][a-z0-9-]*$/.test(href) ? linkTo(href) : href),
}: {
  text: string
  /** Where the guide of a component is. */
  linkTo(slug: string): string
  /** Where a link leads. @defaultValue a slug to its component's guide, all else as it stands */
  hrefOf?(href: string): string
}) {
  return (
    <div className="prose">
      <Markdown
        remarkPlugins={[remarkGfm]}
        components={{
          a: ({ href = '', children }) => <a href={hrefOf(href)}>{children}</a>,
          img: ({ src = '', alt = '' }) => <img src={hrefOf(String(src))} alt={alt} loading="lazy" />,
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
