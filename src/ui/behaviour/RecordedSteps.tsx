'use client'

import { useState } from 'react'
import type { Act, Offer, Outcome } from '@/core/record'
import { printStep } from '@/core/steps'
import type { Recording } from './useRecording'

export interface RecordedStepsProps {
  recording: Recording
  /** Names of the scenarios that the sheet has. */
  taken: readonly string[]
  onKeep(name: string): void
  onDiscard(): void
}

/** What was recorded so far: each input, and under it what came of it, to be expected from now on or not. */
export function RecordedSteps({ recording, taken, onKeep, onDiscard }: RecordedStepsProps) {
  const { acts, isKept, flip, isOver, stop } = recording
  return (
    <section aria-label="Recorded steps" className="flex min-h-0 flex-1 flex-col">
      <p role="status" className="border-b border-line px-2 py-1 text-quiet">
        {isOver
          ? 'Recording stopped. Choose what to expect, then save it.'
          : acts.length === 0
            ? 'Recording. Interact with the component: your input becomes steps, and changes become possible expectations.'
            : 'Recording …'}
      </p>
      <ol className="min-h-0 flex-1 overflow-auto">
        {acts.map((act, index) => (
          <li key={index} className="border-b border-line px-2 py-1" data-act={printStep(act.input)}>
            <p className="flex gap-2">
              <span className="num text-quiet">{index + 1}</span>
              <ActText act={act} />
              <span className="num ml-auto text-quiet">{Math.round(act.at)} ms</span>
            </p>
            {act.notes.map((note) => (
              <p key={note} className="pl-5 text-miss">
                {note}
              </p>
            ))}
            {act.outcomes.map((outcome) => (
              <Offers
                key={`${outcome.when}${outcome.from}`}
                outcome={outcome}
                since={act.at}
                isKept={isKept}
                onFlip={flip}
              />
            ))}
          </li>
        ))}
      </ol>
      <KeepForm
        {...{ taken, isOver, onKeep, onDiscard }}
        proposed={nameFor(acts, taken)}
        canKeep={acts.length > 0}
        onStop={stop}
      />
    </section>
  )
}

interface KeepFormProps extends Omit<RecordedStepsProps, 'recording'> {
  /** Its name when nobody gives one. */
  proposed: string
  canKeep: boolean
  isOver: boolean
  onStop(): void
}

/** Makes a scenario of what was recorded, or nothing. */
function KeepForm({ taken, proposed, canKeep, isOver, onKeep, onStop, onDiscard }: KeepFormProps) {
  const [name, setName] = useState('')
  const given = name.trim() || proposed
  const isTaken = taken.includes(given)
  return (
    <form
      className="flex flex-wrap items-center gap-1 border-t border-line p-2"
      onSubmit={(event) => {
        event.preventDefault()
        if (canKeep && !isTaken) onKeep(given)
      }}
    >
      <input
        className="field min-w-0 flex-1 basis-full"
        aria-label="Name of the scenario"
        placeholder={proposed}
        value={name}
        aria-invalid={isTaken || undefined}
        onChange={(event) => setName(event.target.value)}
      />
      {isTaken && (
        <p role="alert" className="basis-full text-miss">
          A scenario with this name already exists.
        </p>
      )}
      <button type="submit" className="control" disabled={!canKeep || isTaken}>
        Save as scenario
      </button>
      {!isOver && (
        <button type="button" className="control" onClick={onStop}>
          Stop
        </button>
      )}
      <button type="button" className="control ml-auto" onClick={onDiscard}>
        Discard
      </button>
    </form>
  )
}

function ActText({ act }: { act: Act }) {
  const [kind, ...rest] = printStep(act.input).split(' ')
  return (
    <span className="min-w-0 break-words">
      <strong className="font-semibold">{kind}</strong> <span className="num">{rest.join(' ')}</span>
    </span>
  )
}

function Offers({
  outcome,
  since,
  isKept,
  onFlip,
}: {
  outcome: Outcome
  since: number
  isKept(offer: Offer): boolean
  onFlip(key: string): void
}) {
  const { when, offers, until } = outcome
  const heading =
    when === 'later' ? `within ${Math.ceil(until - since)} ms` : when === 'once' ? 'at once' : 'when it rests'
  // Classes, focus that has gone, texts of what holds others: to be had, and out of the way.
  const others = offers.filter(({ isUsual }) => !isUsual)
  const choice = (offer: Offer) => (
    <label key={offer.key} className="flex items-baseline gap-2">
      <input type="checkbox" checked={isKept(offer)} onChange={() => onFlip(offer.key)} />
      <span className="num min-w-0 break-words">
        {offer.part} · {offer.reading}: <span className="text-quiet">{short(offer.from)} →</span> {short(offer.to)}
      </span>
    </label>
  )
  return (
    <fieldset className="pl-5">
      <legend className="text-quiet">{heading}</legend>
      {offers.filter(({ isUsual }) => isUsual).map(choice)}
      {others.length > 0 && (
        <details>
          <summary className="cursor-default text-quiet">{others.length} more</summary>
          {others.map(choice)}
        </details>
      )}
    </fieldset>
  )
}

const short = (text: string) => (text === '' ? 'none' : text.length > 60 ? `${text.slice(0, 60)}…` : text)

/** What a recording is called when nobody says. */
function nameFor(acts: readonly Act[], taken: readonly string[]): string {
  const first = acts[0] ? printStep(acts[0].input) : 'nothing'
  const base = `Recorded: ${first}${acts.length > 1 ? ` and ${acts.length - 1} more` : ''}`
  let name = base
  for (let count = 2; taken.includes(name); count++) name = `${base} (${count})`
  return name
}
