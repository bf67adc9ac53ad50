'use client'

import { useId, useMemo, useState } from 'react'
import { parseReading, readingNames } from '@/core/readings'
import { completeReading } from '@/core/spec'
import { Choice } from '../editing'
import { Mark } from '../marks'
import { faultOf, useCompletion, type Sources } from './Expectation'
import { Suggest } from './Suggest'
import { ValueText } from './ValueText'

/** How an expectation that is being typed stands to what was read. */
export interface Trial {
  holds: number
  misses: number
  /** Cases in which the reading could not be taken. */
  unread: number
  later: number
  expected?: string
  fault?: string
}

export interface SayFormProps {
  sources: Sources
  /** What is read of a reading in the cases at hand, the most frequent first. */
  readOf(part: string, reading: string): readonly string[]
  /** Judges what is being typed. */
  tryOut(part: string, reading: string, text: string): Trial | undefined
  /** Told when a reading is named that was not surveyed. */
  onNeed(part: string, reading: string): void
  onSay(part: string, reading: string, text: string): void
  part: string
  reading: string
  onPart(part: string): void
  onReading(reading: string): void
}

const ALL = readingNames()

/** An expectation, typed with completion and judged as it is typed. */
export function SayForm(props: SayFormProps) {
  const { sources, onNeed, part, reading, onPart, onReading } = props
  const id = useId()
  const { text, setText, surveyed, read, suggest, known, fault, trial, say } = useTyped(props)
  return (
    <form
      aria-label="Add expectation"
      className="flex flex-col gap-1"
      onSubmit={(event) => {
        event.preventDefault()
        say()
      }}
    >
      <span className="flex gap-1">
        <Choice
          label="Part"
          value={part}
          options={sources.parts.map((each) => [each, each])}
          onChoose={onPart}
          className="w-28"
        />
        <Suggest
          label="Reading"
          placeholder="reading"
          className="min-w-0 flex-1"
          value={reading}
          isInvalid={reading !== '' && !known}
          suggest={(before) => completeReading(before, surveyed, ALL)}
          onType={onReading}
          onDone={(next) => known && !surveyed.includes(next) && onNeed(part, next)}
        />
      </span>
      <span className="flex gap-1">
        <Suggest
          label="Expectation"
          placeholder={read[0] ?? 'must be …'}
          className="min-w-0 flex-1"
          value={text}
          suggest={suggest}
          isInvalid={fault !== undefined}
          describedBy={`${id}-trial`}
          onType={setText}
          onDone={(_, by) => by === 'enter' && say()}
        />
        <button type="submit" className="control" disabled={!known || text === '' || fault !== undefined}>
          Add rule
        </button>
      </span>
      <p
        id={`${id}-trial`}
        role="status"
        className="min-h-5"
        data-trial={trial ? `${trial.holds}/${trial.misses}/${trial.later}` : ''}
      >
        {fault !== undefined && <span className="text-miss">{fault}</span>}
        {trial && <TrialText trial={trial} />}
      </p>
    </form>
  )
}

/** The expectation as far as it has been typed, and how it stands. */
function useTyped({ sources, readOf, tryOut, onSay, part, reading }: SayFormProps) {
  const [text, setText] = useState('')
  const surveyed = useMemo(
    () => sources.survey?.readings.flatMap((each) => (each.part === part ? [each.reading] : [])) ?? [],
    [sources.survey, part],
  )
  const read = readOf(part, reading)
  const suggest = useCompletion(sources, reading, read)
  const known = 'reading' in parseReading(reading)
  const fault = text === '' || !known ? undefined : faultOf(reading, text)
  const trial = known && text !== '' && fault === undefined ? tryOut(part, reading, text) : undefined
  const say = () => {
    if (!known || text === '' || fault !== undefined || trial?.fault !== undefined) return
    onSay(part, reading, text)
    setText('')
  }
  return { text, setText, surveyed, read, suggest, known, fault, trial, say }
}

function TrialText({ trial: { holds, misses, unread, later, expected, fault } }: { trial: Trial }) {
  if (fault !== undefined) return <span className="text-miss">{fault}</span>
  return (
    <span className="inline-flex flex-wrap items-center gap-x-3">
      {holds > 0 && (
        <span>
          <Mark kind="holds" className="mr-1 inline" />
          holds in {holds}
        </span>
      )}
      {misses > 0 && (
        <span className="text-miss">
          <Mark kind="misses" className="mr-1 inline" />
          misses in {misses}
        </span>
      )}
      {unread > 0 && (
        <span className="text-miss">
          <Mark kind="unread" className="mr-1 inline" />
          cannot be measured in {unread}
        </span>
      )}
      {later > 0 && <span className="text-quiet">judged by the next run in {later}</span>}
      {expected !== undefined && (
        <span className="num text-quiet">
          = <ValueText text={expected} />
        </span>
      )}
    </span>
  )
}
