'use client'

import { useMemo, type ReactNode } from 'react'
import { checkGuide, readGuide, readHeadings, starterGuide, withoutTitle, type Around } from '@/core/guide'
import { GuideBody } from './GuideBody'
import type { GuideFacts } from './facts'

/** A neighbour in the library. */
export interface Neighbour {
  name: string
  href: string
}

export interface GuidePageProps {
  /** The guide as it was written; without one, all that the sheet can tell. */
  text: string | undefined
  facts: GuideFacts
  around: Around
  bench: ReactNode
  /** Where the guide of another component is. */
  linkTo(slug: string): string
  evidence?: (view: 'matrix' | 'behaviour') => string
  previous?: Neighbour
  next?: Neighbour
}

const STATUS = { draft: 'A draft: it may still change.', ready: '', retired: 'Retired: do not use it for new things.' }

/** The page about a component: for reading, printing, and trying out. */
export function GuidePage({ text, facts, around, bench, linkTo, evidence, previous, next }: GuidePageProps) {
  const { sheet } = facts
  const whole = withoutTitle(text ?? starterGuide(sheet), sheet.data.name)
  const blocks = useMemo(() => readGuide(whole), [whole])
  const problems = useMemo(() => checkGuide(blocks, sheet, around), [blocks, sheet, around])
  const headings = readHeadings(whole)
  const status = STATUS[sheet.data.status]
  return (
    <div className="mx-auto grid max-w-[1240px] grid-cols-[minmax(0,1fr)] gap-x-6 p-3 lg:grid-cols-[170px_minmax(0,1fr)]">
      <nav aria-label="On this page" className="hidden print:hidden lg:block">
        <ol className="sticky top-3">
          {headings.map(({ id, text: words, level }) => (
            <li key={id} className={level > 2 ? 'pl-3' : ''}>
              <a href={`#${id}`} className="block min-h-6 py-0.5 hover:underline">
                {words}
              </a>
            </li>
          ))}
        </ol>
      </nav>
      <article className="min-w-0" data-guide={sheet.slug}>
        <h1 className="text-xl font-semibold">{sheet.data.name}</h1>
        {status && <p className="text-miss">{status}</p>}
        {text !== undefined && sheet.data.about && <p className="mb-2 max-w-[68ch] text-quiet">{sheet.data.about}</p>}
        <GuideBody
          blocks={blocks}
          problems={problems}
          facts={facts}
          bench={bench}
          linkTo={linkTo}
          {...(evidence && { evidence })}
        />
        <nav
          aria-label="Next to this component"
          className="mt-8 flex gap-3 border-t border-line-strong pt-2 print:hidden"
        >
          {previous && (
            <a href={previous.href} className="underline">
              Before: {previous.name}
            </a>
          )}
          {next && (
            <a href={next.href} className="ml-auto underline">
              After: {next.name}
            </a>
          )}
        </nav>
      </article>
    </div>
  )
}
