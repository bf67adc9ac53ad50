'use client'

import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { ROUTES, type ComponentState } from '@/contract'
import { groupBy } from '@/core/group'
import type { CheckResult } from '@/core/plan'
import type { Case, Space } from '@/core/matrix'
import { call, useRuns } from '../live'
import { CloseButton } from '../editing'
import { Mark, markLabel } from '../marks'
import { SourceLines, ValueText } from '../survey'
import { RuleTools } from './RuleTools'

export interface ReadingCardProps {
  theCase: Case
  space: Space
  state?: ComponentState | undefined
  slug: string
  sheetFile: string
  /** Something is to be said of this case. */
  onSay(): void
  onClose(): void
}

/** Everything that was read in one case, part by part, with what was expected and what says so. */
export function ReadingCard({ theCase, space, state, slug, sheetFile, onSay, onClose }: ReadingCardProps) {
  const { library, verify, going } = useRuns()
  const [isAll, setAll] = useState(false)
  const isRead = state?.marks.some(([key]) => key === theCase.key) ?? false
  const { data, error, isLoading } = useQuery({
    queryKey: ['case', state?.runId, slug, theCase.key],
    enabled: isRead,
    staleTime: Infinity,
    queryFn: () => call(ROUTES.caseChecks, { run: state!.runId }, { query: { slug, key: theCase.key } }),
  })
  const checks = data?.checks ?? []
  const wrong = checks.filter(({ verdict }) => verdict !== 'holds')
  const shown = isAll || wrong.length === 0 ? checks : wrong
  return (
    <aside
      aria-label="Reading card"
      className="flex w-[420px] shrink-0 flex-col border-l border-line-strong bg-sheet"
      data-testid="card"
    >
      <header className="border-b border-line px-3 py-2">
        <div className="flex items-start gap-2">
          <dl className="flex flex-wrap gap-x-3">
            {space.dimensions
              .map(({ name }) => [name, theCase.values[name]] as const)
              .map(([name, value]) => (
                <div key={name} className="flex gap-1">
                  <dt className="text-quiet">{name}</dt>
                  <dd className="font-semibold">{value}</dd>
                </div>
              ))}
          </dl>
          <button type="button" className="control ml-auto" onClick={onSay}>
            Add expectation
          </button>
          <CloseButton label="Close the reading card" onClose={onClose} />
        </div>
        {checks.length > 0 && (
          <div className="mt-1 flex items-center gap-3">
            <span>
              {wrong.length === 0
                ? `All ${checks.length} readings hold`
                : `${wrong.length} of ${checks.length} readings do not hold`}
              {state?.isOutdated && <span className="text-quiet">, out of date</span>}
            </span>
            {wrong.length > 0 && (
              <button type="button" className="control ml-auto" aria-pressed={isAll} onClick={() => setAll(!isAll)}>
                All readings
              </button>
            )}
          </div>
        )}
      </header>
      <div className="min-h-0 flex-1 overflow-auto">
        {!isRead && (
          <div className="p-3">
            <p className="mb-2 text-quiet">
              This case has not been tested yet. A run renders it in its own browser and compares every reading with the
              spec.
            </p>
            <button
              type="button"
              className="control"
              disabled={going.phase === 'running'}
              onClick={() => verify([slug])}
            >
              Verify this component
            </button>
          </div>
        )}
        {isRead && isLoading && <p className="p-3 text-quiet">Loading …</p>}
        {error && <p className="p-3 text-miss">{error.message}</p>}
        {data?.failure !== undefined && (
          <p className="border-b border-line p-3 text-miss">This case could not be rendered: {data.failure}</p>
        )}
        {isRead && data && checks.length === 0 && <p className="p-3 text-quiet">No rule covers this case.</p>}
        {[...groupBy(shown, ({ part }) => part)].map(([part, own]) => (
          <section key={part} aria-label={part}>
            <h3 className="sticky top-0 border-b border-line bg-paper px-3 py-0.5 font-semibold">{part}</h3>
            {own.map((check) => (
              <CheckRow key={check.reading} {...{ check, library, sheetFile, slug, theCase, space }} />
            ))}
          </section>
        ))}
      </div>
    </aside>
  )
}

function CheckRow({
  check,
  library,
  sheetFile,
  slug,
  theCase,
  space,
}: Pick<ReadingCardProps, 'sheetFile' | 'slug' | 'theCase' | 'space'> & { check: CheckResult; library: string }) {
  const { reading, verdict, expected, expectation, measured, difference, reason, rule, origin } = check
  const [isOpen, setOpen] = useState(verdict !== 'holds')
  const [isChanging, setChanging] = useState(false)
  return (
    <div className="border-b border-line" data-reading={reading} data-verdict={verdict}>
      <button
        type="button"
        className="grid w-full grid-cols-[14px_minmax(0,1fr)_minmax(0,1.1fr)] items-baseline gap-2 px-3 py-1 text-left hover:bg-pick"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        <Mark kind={verdict} className="mt-[3px] self-start" />
        <span className="truncate">
          {reading}
          <span className="sr-only">, {markLabel(verdict)}</span>
        </span>
        <span className={`num break-words ${verdict === 'misses' ? 'text-miss' : ''}`}>
          {verdict === 'unread' ? 'not read' : <ValueText text={measured} />}
        </span>
      </button>
      {isOpen && (
        <dl className="grid grid-cols-[64px_minmax(0,1fr)] gap-x-2 gap-y-0.5 px-3 pb-2 pl-[38px]">
          <Fact term="asked">{expectation}</Fact>
          {expected && expected !== expectation && (
            <Fact term="expected">
              <ValueText text={expected} />
            </Fact>
          )}
          {verdict !== 'unread' && (
            <Fact term="read">
              <ValueText text={measured} />
            </Fact>
          )}
          {difference && <Fact term="difference">{difference}</Fact>}
          {reason && <Fact term="reason">{reason}</Fact>}
          {origin && (
            <>
              <Fact term="because">{origin.declaration}</Fact>
              <dt className="text-quiet">source</dt>
              <dd>
                <SourceLines library={library} file={origin.file} line={origin.line} />
                {origin.through?.map(({ file, line, declaration }) => (
                  <p key={`${file}:${line}`} className="num text-quiet">
                    {file.slice(file.lastIndexOf('/') + 1)}:{line} {declaration}
                  </p>
                ))}
              </dd>
            </>
          )}
          <dt className="text-quiet">rule</dt>
          <dd>
            <SourceLines library={library} file={sheetFile} line={rule.line} />
            <button
              type="button"
              className="control ml-2"
              aria-pressed={isChanging}
              onClick={() => setChanging(!isChanging)}
            >
              Change
            </button>
          </dd>
          {isChanging && (
            <dd className="col-span-2 mt-1">
              <RuleTools {...{ library, slug, space, theCase, check }} />
            </dd>
          )}
        </dl>
      )}
    </div>
  )
}

function Fact({ term, children }: { term: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="text-quiet">{term}</dt>
      <dd className="num break-words">{children}</dd>
    </>
  )
}
