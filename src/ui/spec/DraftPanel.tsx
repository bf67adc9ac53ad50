'use client'

import { useEffect, useMemo, useState } from 'react'
import { writtenRules, type DraftClaim, type DraftRule } from '@/core/draft'
import type { RuleText } from '@/core/edit'
import type { Dimension } from '@/core/matrix'
import type { Sheet } from '@/core/sheet'
import type { Survey } from '@/core/survey'
import { counted } from '@/core/words'
import { Choice } from '../editing'
import { printWhen } from '../survey'
import type { DraftAim } from './draftFor'
import { useDraft } from './useDraft'

export interface DraftPanelProps {
  survey: Survey
  dimensions: readonly Dimension[]
  sheet: Sheet
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
export function DraftPanel({ survey, dimensions, sheet, aim, onAim, onTake, missesWith }: DraftPanelProps) {
  const { spec } = sheet.data
  const order = useMemo(() => ({ survey, dimensions, spec, aim }), [survey, dimensions, spec, aim])
  const { draft, problem, isDrafting } = useDraft(order)
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
  const written = useMemo(() => writtenRules({ rules: taken }), [taken])
  const misses = useMemo(() => (written.length > 0 ? missesWith(written) : 0), [written, missesWith])
  const count = taken.reduce((sum, { claims }) => sum + claims.length, 0)
  const flip = (names: readonly string[], isIn: boolean) =>
    setDropped((now) => new Set(isIn ? [...now].filter((name) => !names.includes(name)) : [...now, ...names]))
  const all = draft?.rules.flatMap((rule, at) => rule.claims.map((claim) => nameOf(at, claim))) ?? []
  return (
    <div data-testid="draft">
      {survey.left && survey.left.length > 0 && (
        <details className="border-b border-line px-2 py-1 text-quiet">
          <summary>{counted(survey.left.length, 'case')} could not be measured</summary>
          <ul>
            {survey.left.map(({ key, why }) => (
              <li key={key}>
                <span className="num">{key}</span>: {why}
              </li>
            ))}
          </ul>
        </details>
      )}
      {survey.undefinedVariables && survey.undefinedVariables.length > 0 && (
        <details className="border-b border-line px-2 py-1">
          <summary>
            The measured styles are incomplete:{' '}
            {counted(survey.undefinedVariables.length, 'custom property', 'custom properties')} not defined anywhere
          </summary>
          <p className="num">{survey.undefinedVariables.join(' ')}</p>
          <p className="text-quiet">
            Add the style sheet or token file that defines them, or what stands around components (wrap, page), to
            library.yaml.
          </p>
        </details>
      )}
      {survey.absent?.map(({ part, isElsewhere }) => (
        <p key={part} className="border-b border-line px-2 py-1">
          The part <span className="num">{part}</span> is in no case
          {isElsewhere && (
            <>
              : it stands elsewhere in the page. Add <span className="num">in: page</span> to it under Define, and draft
              again
            </>
          )}
          .
        </p>
      ))}
      <div className="sticky top-0 z-10 flex flex-wrap items-center gap-2 border-b border-line-strong bg-paper px-2 py-1">
        <Choice
          label="What is drafted"
          value={aim.kind}
          options={labelOf(aim) === undefined ? AIMS : [[aim.kind, labelOf(aim)!], ...AIMS]}
          onChoose={(kind) => kind !== aim.kind && onAim({ kind: kind as 'gaps' | 'unspoken' })}
        />
        {isDrafting && (
          <span className="text-quiet" role="status">
            Drafting …
          </span>
        )}
        {draft && (
          <>
            <button type="button" className="control" onClick={() => setDropped(new Set())}>
              All
            </button>
            <button type="button" className="control" onClick={() => setDropped(new Set(all))}>
              None
            </button>
            <span className="ml-auto" role="status">
              {count} of {all.length} expectations
              {misses > 0 && <span className="text-miss">; on their own they miss in {counted(misses, 'case')}</span>}
            </span>
            <button type="button" className="control" disabled={count === 0} onClick={() => onTake(written)}>
              Add {counted(count, 'expectation')}
            </button>
          </>
        )}
      </div>
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
