'use client'

import { useEffect, useMemo, useState } from 'react'
import { writtenRules, type Draft, type DraftClaim, type DraftRule } from '@/core/draft'
import type { RuleText } from '@/core/edit'
import type { Dimension } from '@/core/matrix'
import type { Sheet } from '@/core/sheet'
import type { Survey } from '@/core/survey'
import { counted } from '@/core/words'
import { Choice } from '../editing'
import { printWhen } from '../survey'
import type { DraftAim } from './draftFor'
import { SurveyNotes } from './SurveyNotes'
import { useDraft } from './useDraft'

export interface DraftPanelProps {
  survey: Survey
  dimensions: readonly Dimension[]
  sheet: Sheet
  /** The component is being measured again: what is drafted is of the state before. */
  isStale: boolean
  aim: DraftAim
  onAim(aim: DraftAim): void
  /** Takes rules into the sheet. */
  onTake(rules: RuleText[]): void
  /** How many expectations of these rules would miss, with the rules that stand already. */
  missesWith(rules: RuleText[]): number
}

const AIMS: readonly (readonly [DraftAim['kind'], string])[] = [
  ['gaps', 'What varies and no rule covers'],
  ['unspoken', 'Everything that is set or varies and no rule covers'],
]

/** Proposed rules, each with the cases that it explains; all, some or none are taken. */
export function DraftPanel({ survey, dimensions, sheet, isStale, aim, onAim, onTake, missesWith }: DraftPanelProps) {
  const { spec } = sheet.data
  const order = useMemo(() => ({ survey, dimensions, spec, aim }), [survey, dimensions, spec, aim])
  const { draft, problem, isDrafting } = useDraft(order)
  const { taken, dropped, setDropped, renamed, setRenamed, flip } = usePicked(draft)
  const written = useMemo(() => writtenRules({ rules: taken }), [taken])
  const misses = useMemo(() => (written.length > 0 ? missesWith(written) : 0), [written, missesWith])
  const count = taken.reduce((sum, { claims }) => sum + claims.length, 0)
  const all = draft?.rules.flatMap((rule, at) => rule.claims.map((claim) => nameOf(at, claim))) ?? []
  return (
    <div data-testid="draft">
      <SurveyNotes survey={survey} />
      <DraftBar
        {...{ aim, onAim, isDrafting, isStale, count, misses }}
        total={draft ? all.length : undefined}
        onAll={() => setDropped(new Set())}
        onNone={() => setDropped(new Set(all))}
        onTake={() => onTake(written)}
      />
      {problem !== undefined && (
        <p role="alert" className="p-3 text-miss">
          {problem}
        </p>
      )}
      {draft && draft.rules.length === 0 && (
        <p className="p-3 text-quiet">
          {aim.kind === 'gaps'
            ? 'Rules cover everything that varies.'
            : 'Nothing to draft: rules cover everything that is set or varies.'}
        </p>
      )}
      {draft?.rules.map((rule, at) => (
        <ProposedRule
          key={at}
          rule={rule}
          at={at}
          total={survey.cases.length}
          isTaken={(claim) => !dropped.has(nameOf(at, claim))}
          expectationOf={(claim) => renamed[nameOf(at, claim)] ?? claim.expectation}
          onFlip={(claims, isIn) =>
            flip(
              claims.map((claim) => nameOf(at, claim)),
              isIn,
            )
          }
          onRename={(claim, to) => setRenamed({ ...renamed, [nameOf(at, claim)]: to })}
        />
      ))}
      {draft && draft.left.length > 0 && (
        <p className="px-2 py-1 text-quiet">
          Left out: {draft.left.map(({ part, reading, why }) => `${part} · ${reading} (${why})`).join(', ')}.
        </p>
      )}
    </div>
  )
}

/** What of a draft is taken, and which expectation where there are several. */
function usePicked(draft: Draft | undefined) {
  const [dropped, setDropped] = useState<ReadonlySet<string>>(new Set())
  const [renamed, setRenamed] = useState<Readonly<Record<string, string>>>({})
  useEffect(() => {
    setDropped(new Set())
    setRenamed({})
  }, [draft])
  const taken = useMemo(() => {
    const rules = draft?.rules ?? []
    return rules.flatMap((rule, at) => {
      const claims = rule.claims
        .filter((claim) => !dropped.has(nameOf(at, claim)))
        .map((claim) => ({ ...claim, expectation: renamed[nameOf(at, claim)] ?? claim.expectation }))
      return claims.length > 0 ? [{ ...rule, claims }] : []
    })
  }, [draft, dropped, renamed])
  const flip = (names: readonly string[], isIn: boolean) =>
    setDropped((now) => new Set(isIn ? [...now].filter((name) => !names.includes(name)) : [...now, ...names]))
  return { taken, dropped, setDropped, renamed, setRenamed, flip }
}

interface DraftBarProps extends Pick<DraftPanelProps, 'aim' | 'onAim' | 'isStale'> {
  isDrafting: boolean
  /** Expectations that are taken, and cases in which they miss. */
  count: number
  misses: number
  /** Expectations of the draft; undefined while there is none. */
  total: number | undefined
  onAll(): void
  onNone(): void
  onTake(): void
}

function DraftBar({ aim, onAim, isDrafting, isStale, count, misses, total, onAll, onNone, onTake }: DraftBarProps) {
  return (
    <div className="sticky top-0 z-10 flex flex-wrap items-center gap-2 border-b border-line-strong bg-paper px-2 py-1">
      <Choice
        label="What is drafted"
        value={aim.kind}
        options={labelOf(aim) === undefined ? AIMS : [[aim.kind, labelOf(aim)!], ...AIMS]}
        onChoose={(kind) => kind !== aim.kind && onAim({ kind: kind as 'gaps' | 'unspoken' })}
      />
      {(isDrafting || isStale) && (
        <span className="text-quiet" role="status">
          {isStale ? 'Measuring again …' : 'Drafting …'}
        </span>
      )}
      {total !== undefined && (
        <>
          <button type="button" className="control" onClick={onAll}>
            All
          </button>
          <button type="button" className="control" onClick={onNone}>
            None
          </button>
          <span className="ml-auto" role="status">
            {count} of {total} expectations
            {misses > 0 && <span className="text-miss">; on their own they miss in {counted(misses, 'case')}</span>}
          </span>
          <button type="button" className="control" disabled={count === 0 || isStale || isDrafting} onClick={onTake}>
            Add {counted(count, 'expectation')}
          </button>
        </>
      )}
    </div>
  )
}

/** What an aim that was led to from elsewhere is called. */
function labelOf(aim: DraftAim): string | undefined {
  if (aim.kind === 'reading') return `${aim.part} · ${aim.reading}`
  return aim.kind === 'axis' ? `What distinguishes the values of ${aim.axis}` : undefined
}

const nameOf = (rule: number, { part, reading }: Pick<DraftClaim, 'part' | 'reading'>) => `${rule}|${part}|${reading}`

function ProposedRule({
  rule,
  at,
  total,
  isTaken,
  expectationOf,
  onFlip,
  onRename,
}: {
  rule: DraftRule
  at: number
  total: number
  isTaken(claim: DraftClaim): boolean
  expectationOf(claim: DraftClaim): string
  onFlip(claims: readonly DraftClaim[], isIn: boolean): void
  onRename(claim: DraftClaim, to: string): void
}) {
  const cases = new Set(rule.claims.flatMap((claim) => claim.cases)).size
  const isWhole = rule.claims.every(isTaken)
  return (
    <section aria-label={`Proposed rule ${at + 1}`} className="border-b border-line-strong" data-proposed={at}>
      <label className="flex items-baseline gap-2 bg-paper px-2 py-0.5">
        <input type="checkbox" checked={isWhole} onChange={() => onFlip(rule.claims, !isWhole)} />
        <span className="num">{printWhen(rule.when)}</span>
        <span className="ml-auto text-quiet">
          explains {cases} of {counted(total, 'case')}
        </span>
      </label>
      {rule.claims.map((claim) => (
        <div
          key={`${claim.part} ${claim.reading}`}
          className="grid grid-cols-[20px_110px_170px_minmax(0,1fr)_40px] items-baseline gap-2 border-t border-line px-2"
          data-claim={`${claim.part} · ${claim.reading}`}
        >
          <input
            type="checkbox"
            aria-label={`Include ${claim.part} · ${claim.reading}`}
            checked={isTaken(claim)}
            onChange={() => onFlip([claim], !isTaken(claim))}
          />
          <span>{claim.part}</span>
          <span className="num">{claim.reading}</span>
          {claim.alternatives.length > 0 ? (
            <Choice
              label={`Expected of ${claim.part} · ${claim.reading}`}
              value={expectationOf(claim)}
              options={[claim.expectation, ...claim.alternatives].map((each) => [each, each])}
              onChoose={(to) => onRename(claim, to)}
              className="num border-transparent"
            />
          ) : (
            <span className="num px-1 break-words">{claim.expectation}</span>
          )}
          <span className="num text-right text-quiet">{claim.cases.length}</span>
        </div>
      ))}
    </section>
  )
}
