'use client'

import { useMemo, type ReactNode } from 'react'
import type { Block, GuideProblem } from '@/core/guide'
import { DirectiveBlock, type BlockTools } from './DirectiveBlock'
import { standingsOf, type GuideFacts } from './facts'
import { Prose } from './Prose'

export interface GuideBodyProps {
  blocks: readonly Block[]
  problems: readonly GuideProblem[]
  facts: GuideFacts
  /** The bench, wherever the author has put it. */
  bench: ReactNode
  evidence?: BlockTools['evidence']
  /** Where the guide of another component is. */
  linkTo(slug: string): string
}

/** A guide, block by block: prose as it was written, directives as what they show. */
export function GuideBody({ blocks, problems, facts, bench, evidence, linkTo }: GuideBodyProps) {
  const standings = useMemo(() => standingsOf(facts), [facts])
  const tools: BlockTools = { facts, standings, bench, ...(evidence && { evidence }) }
  const hrefOf = (href: string) => (/^[a-z][a-z0-9-]*$/.test(href) ? linkTo(href) : href)
  return groups(blocks).map((group) => {
    const [first] = group
    if (first!.kind === 'prose') return <Prose key={first!.line} text={first!.text} hrefOf={hrefOf} />
    const shown = group.map((block) => {
      const problem = problems.find(({ line }) => line === block.line)
      if (problem || block.kind !== 'directive')
        return (
          <p key={block.line} role="alert" className="my-2 border border-miss px-2 py-1 text-miss">
            Line {block.line}: {problem?.message ?? 'not understood'}
          </p>
        )
      return <DirectiveBlock key={block.line} directive={block.directive} {...tools} />
    })
    return group.length > 1 ? (
      <div key={first!.line} className="grid grid-cols-[minmax(0,1fr)] gap-3 md:grid-cols-2">
        {shown}
      </div>
    ) : (
      shown
    )
  })
}

const isAdvice = (block: Block) =>
  block.kind === 'directive' && (block.directive.name === 'do' || block.directive.name === 'dont')

/** Pieces of advice that follow each other stand side by side. */
function groups(blocks: readonly Block[]): Block[][] {
  const found: Block[][] = []
  for (const block of blocks) {
    const last = found.at(-1)
    if (last && isAdvice(block) && isAdvice(last[0]!)) last.push(block)
    else found.push([block])
  }
  return found
}
