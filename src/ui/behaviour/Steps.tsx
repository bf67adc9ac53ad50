'use client'

import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react'
import type { Scenario } from '@/core/scenario'
import type { StepResult } from '@/core/steps'
import { IconButton } from '../editing'
import { Mark, markLabel } from '../marks'
import { SourceLines } from '../survey'

export type ShownStep = Pick<StepResult, 'verdict' | 'at' | 'message' | 'checks'> & { heldAfter?: number | undefined }

export interface StepsProps {
  library: string
  scenario: Scenario
  results?: readonly ShownStep[] | undefined
  isOutdated: boolean
  current?: number | undefined
  /** The step that can be moved and deleted. */
  selected: number | undefined
  onSelect(step: number): void
  onMove(step: number, by: 1 | -1): void
  onRemove(step: number): void
}

/** A scenario's steps as they are written, with what came of each. */
export function Steps({ scenario, results, current, selected, ...rest }: StepsProps) {
  return (
    <ol aria-label="Steps" className="text-sm">
      {scenario.steps.map((step) => (
        <StepRow
          key={step.index}
          {...rest}
          {...{ step }}
          result={results?.[step.index]}
          isCurrent={step.index === current}
          isSelected={step.index === selected}
          isLast={step.index === scenario.steps.length - 1}
          isOnly={scenario.steps.length === 1}
        />
      ))}
    </ol>
  )
}

interface StepRowProps extends Pick<StepsProps, 'library' | 'isOutdated' | 'onSelect' | 'onMove' | 'onRemove'> {
  step: Scenario['steps'][number]
  result: ShownStep | undefined
  isCurrent: boolean
  isSelected: boolean
  isLast: boolean
  isOnly: boolean
}

/** What can be done with a step; a scenario keeps at least one. */
const StepTools = ({
  step: { index },
  isLast,
  isOnly,
  onMove,
  onRemove,
}: Pick<StepRowProps, 'step' | 'isLast' | 'isOnly' | 'onMove' | 'onRemove'>) => (
  <span className="flex items-center pl-12" role="group" aria-label={`Step ${index + 1}`}>
    <IconButton label={`Move step ${index + 1} up`} disabled={index === 0} onClick={() => onMove(index, -1)}>
      <ArrowUp size={13} aria-hidden />
    </IconButton>
    <IconButton label={`Move step ${index + 1} down`} disabled={isLast} onClick={() => onMove(index, 1)}>
      <ArrowDown size={13} aria-hidden />
    </IconButton>
    <IconButton label={`Delete step ${index + 1}`} disabled={isOnly} onClick={() => onRemove(index)}>
      <Trash2 size={13} aria-hidden />
    </IconButton>
  </span>
)

function StepRow(props: StepRowProps) {
  const { library, result, isOutdated, isCurrent, isSelected, onSelect } = props
  const { index, text } = props.step
  const verdict = result?.verdict ?? 'open'
  const [kind, ...rest] = text.split(' ')
  return (
    <li className="border-b border-line" data-step={index} data-verdict={verdict}>
      <button
        type="button"
        aria-current={isCurrent ? 'step' : undefined}
        aria-pressed={isSelected}
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
      {isSelected && <StepTools {...props} />}
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
