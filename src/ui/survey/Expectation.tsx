'use client'

import { useEffect, useMemo, useState } from 'react'
import type { Dimension } from '@/core/matrix'
import { parseReading } from '@/core/readings'
import { completeExpectation, ExpectationError, parseExpectation, partsOf } from '@/core/spec'
import type { Survey } from '@/core/survey'
import { Suggest, Swatch } from './Suggest'

/** What completion of an expectation draws on. */
export interface Sources {
  parts: readonly string[]
  dimensions: readonly Dimension[]
  survey?: Survey
}

/** What is wrong with an expectation's text; undefined where it can be read. */
export function faultOf(reading: string, text: string): string | undefined {
  const parsed = parseReading(reading)
  if ('problem' in parsed) return parsed.problem
  try {
    parseExpectation(text, { literal: parsed.reading.kind === 'text' })
    return undefined
  } catch (error) {
    return error instanceof ExpectationError ? error.reason : undefined
  }
}

/** Completion of expectations of one reading. */
export function useCompletion({ parts, dimensions, survey }: Sources, reading: string, read: readonly string[]) {
  return useMemo(() => {
    const parsed = parseReading(reading)
    const kind = 'problem' in parsed ? 'css' : parsed.reading.kind
    const tokens = survey?.contexts[0]?.tokens ?? []
    return (before: string) =>
      completeExpectation(before, { reading, kind, tokens, parts, axes: dimensions, readings: read })
  }, [parts, dimensions, survey, reading, read])
}

/** An expectation as text, with a swatch for each colour token in it; pressed, it can be changed. */
export function Expectation({
  label,
  reading,
  text,
  read,
  sources,
  onDone,
}: {
  label: string
  reading: string
  text: string
  read: readonly string[]
  sources: Sources
  onDone(text: string): void
}) {
  const [typed, setTyped] = useState<string>()
  useEffect(() => setTyped(undefined), [text])
  const suggest = useCompletion(sources, reading, read)
  const fault = typed === undefined ? undefined : faultOf(reading, typed)
  if (typed === undefined) {
    return (
      <button
        type="button"
        className="num min-h-6 w-full px-1 text-left break-words hover:bg-pick"
        aria-label={`${label}: ${text}, change`}
        onClick={() => setTyped(text)}
      >
        <Swatches reading={reading} text={text} {...(sources.survey && { survey: sources.survey })} />
        {text === '' ? '""' : text}
      </button>
    )
  }
  return (
    <span className="flex flex-col">
      <Suggest
        label={label}
        value={typed}
        suggest={suggest}
        onType={setTyped}
        isInvalid={fault !== undefined}
        autoFocus
        onCancel={() => setTyped(undefined)}
        onDone={(next) => {
          if (faultOf(reading, next) !== undefined) return
          setTyped(undefined)
          if (next !== text) onDone(next)
        }}
      />
      {fault && <span className="text-miss">{fault}</span>}
    </span>
  )
}

function Swatches({ reading, text, survey }: { reading: string; text: string; survey?: Survey }) {
  if (faultOf(reading, text) !== undefined) return null
  const parsed = parseReading(reading)
  const literal = 'reading' in parsed && parsed.reading.kind === 'text'
  const paths = partsOf(parseExpectation(text, { literal })).flatMap((part) =>
    part.kind === 'token' ? [part.path] : [],
  )
  const tokens = paths.flatMap(
    (path) =>
      survey?.contexts[0]?.tokens.find(
        (token) => token.type === 'color' && (token.path === path || token.path === `${path}.$root`),
      ) ?? [],
  )
  return tokens.map(({ path, css }) => <Swatch key={path} css={css} className="mr-1" />)
}
