'use client'

import { useMemo, useState } from 'react'
import { propTypes, skeletonCss } from '@/core/code'
import type { Dimension } from '@/core/matrix'
import type { Sheet } from '@/core/sheet'
import { readRules } from '@/core/spec'
import type { Survey } from '@/core/survey'

/** What can be written from the spec: the props' types, and a style sheet that does what its literal rules say. */
export function CodePanel({
  sheet,
  survey,
  dimensions,
}: {
  sheet: Sheet
  survey: Survey
  dimensions: readonly Dimension[]
}) {
  const types = useMemo(() => propTypes(sheet), [sheet])
  const skeleton = useMemo(() => {
    const tokens = new Map(survey.contexts.flatMap(({ tokens }) => tokens.map((token) => [token.path, token] as const)))
    return skeletonCss(sheet, readRules(sheet, dimensions).rules, dimensions, survey, tokens)
  }, [sheet, survey, dimensions])
  const left = [
    ...new Set(
      skeleton.left
        .filter(({ why }) => why !== 'anything is right')
        .map(({ part, reading, why }) => `${part} · ${reading}: ${why}`),
    ),
  ]
  return (
    <div data-testid="code">
      <Piece title="Styles required by literal rules" file={`${sheet.slug}.css`} text={skeleton.css} />
      {left.length > 0 && (
        <details className="border-b border-line px-3 py-1">
          <summary>{left.length} expectations are left to you: no one declaration says them.</summary>
          <ul className="num">
            {left.map((each) => (
              <li key={each}>{each}</li>
            ))}
          </ul>
        </details>
      )}
      <Piece title="Types of the props" file={`${sheet.slug}.props.ts`} text={types} />
    </div>
  )
}

function Piece({ title, file, text }: { title: string; file: string; text: string }) {
  const [told, setTold] = useState('')
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(text)
      setTold('Copied')
    } catch {
      setTold('The browser does not let this page copy: take the file instead.')
    }
  }
  const download = () => {
    const address = URL.createObjectURL(new Blob([text], { type: 'text/plain' }))
    Object.assign(document.createElement('a'), { href: address, download: file }).click()
    URL.revokeObjectURL(address)
  }
  return (
    <section aria-label={title}>
      <div className="sticky top-0 flex items-center gap-2 border-y border-line bg-paper px-2 py-1">
        <h3 className="font-semibold">{title}</h3>
        <span role="status" className="ml-auto text-quiet">
          {told}
        </span>
        <button type="button" className="control" onClick={() => void copy()}>
          Copy
        </button>
        <button type="button" className="control" onClick={download}>
          Download {file}
        </button>
      </div>
      <pre className="num px-3 py-2 leading-snug break-words whitespace-pre-wrap">{text}</pre>
    </section>
  )
}
