'use client'

import type { Scenario } from '@/core/scenario'
import type { StepResult } from '@/core/steps'
import { Mark, markLabel } from '../marks'
import { SourceLines } from '../survey'

export type ShownStep = Pick<StepResult, 'verdict' | 'at' | 'message' | 'checks'> & { heldAfter?: number | undefined }

export interface StepsProps {
  library: string
  scenario: Scenario
  results?: readonly ShownStep[] | undefined
  isOutdated: boolean
  current?: number | undefined
  onSelect(step: number): void
}

/** A scenario's steps as they are written, with what came of each. */
export function Steps({ library, scenario, results, isOutdated, current, onSelect }: StepsProps) {
  return (
    <ol aria-label="Steps" className="text-sm">
      {scenario.steps.map((step) => (
        <StepRow
          key={step.index}
          {...{ library, step, isOutdated, onSelect }}
          result={results?.[step.index]}
          isCurrent={step.index === current}
        />
      ))}
    </ol>
  )
}

interface StepRowProps extends Pick<StepsProps, 'library' | 'isOutdated' | 'onSelect'> {
  step: Scenario['steps'][number]
  result: ShownStep | undefined
  isCurrent: boolean
}

function StepRow({ library, step: { index, text }, result, isOutdated, isCurrent, onSelect }: StepRowProps) {
  const verdict = result?.verdict ?? 'open'
  const [kind, ...rest] = text.split(' ')
  return (
    <li className="border-b border-line" data-step={index} data-verdict={verdict}>
      <button
        type="button"
        aria-current={isCurrent ? 'step' : undefined}
        onClick={() => onSelect(index)}
        className="grid w-full grid-cols-[14px_1.6rem_minmax(0,1fr)_auto] items-baseline gap-1 px-2 py-0.5 text-left hover:bg-pick aria-[current]:bg-pick"
      >
        <Mark kind={verdict} isOutdated={isOutdated} className="mt-1 self-start" />
        <span className="num text-quiet">{index + 1}</span>
        <span className="break-words">
          <strong className="font-semibold">{kind}</strong> <span className="num">{rest.join(' ')}</span>
          <span className="sr-only"> {markLabel(verdict, isOutdated)}</span>
        </span>
        <span className="num text-quiet">
          {result && verdict !== 'open' ? `${result.at} ms` : ''}
          {result?.heldAfter ? ` +${result.heldAfter}` : ''}
        </span>
      </button>
      {result?.message && (
        <p
          role={verdict === 'misses' || verdict === 'unread' ? 'alert' : undefined}
          className={`px-2 pb-1 pl-12 ${verdict === 'holds' ? 'text-quiet' : 'text-miss'}`}
        >
          {result.message}
        </p>
      )}
      {result?.checks?.some(({ origin }) => origin) && (
        <div className="pb-1 pl-12">
          {result.checks.map(
            ({ origin }, at) =>
              origin && (
                <p key={at}>
                  <span className="num mr-2">{origin.declaration}</span>
                  <SourceLines library={library} file={origin.file} line={origin.line} />
                </p>
              ),
          )}
        </div>
      )}
    </li>
  )
}
