'use client'

import { useMutation, useQuery } from '@tanstack/react-query'
import { useState, type ComponentProps } from 'react'
import { ROUTES, type BoardModel, type ComponentState } from '@/contract'
import { groupBy } from '@/core/group'
import type { Case, Space } from '@/core/matrix'
import type { CheckResult } from '@/core/plan'
import { isPictured, StillCase } from '../board'
import { call, useRuns } from '../live'
import { CloseButton } from '../editing'
import { CheckRow } from './CheckRow'

export interface ReadingCardProps {
  theCase: Case
  model: BoardModel
  state?: ComponentState | undefined
  slug: string
  /** The sheet's cover does not choose it: no run takes it. */
  isLeftOut: boolean
  /** Something is to be said of this case. */
  onSay(): void
  onClose(): void
}

/** Everything that was read in one case, part by part, with what was expected and what says so. */
export function ReadingCard({ theCase, model, state, slug, isLeftOut, onSay, onClose }: ReadingCardProps) {
  const { space } = model
  const { library, verify, going } = useRuns()
  const [isAll, setAll] = useState(false)
  const { isRead, data, error, isLoading, test } = useChecks(state, slug, theCase.key)
  const checks = data?.checks ?? []
  const wrong = checks.filter(({ verdict }) => verdict !== 'holds')
  const shown = isAll || wrong.length === 0 ? checks : wrong
  return (
    <aside
      aria-label="Reading card"
      className="flex w-[420px] shrink-0 flex-col border-l border-line-strong bg-sheet max-md:absolute max-md:inset-0 max-md:z-30 max-md:w-auto"
      data-testid="card"
    >
      <header className="border-b border-line px-3 py-2">
        <div className="flex items-start gap-2">
          <CaseValues theCase={theCase} space={space} />
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
        <Picture {...{ library, model, theCase }} />
        {!isRead &&
          (isLeftOut ? (
            <LeftOut isTesting={test.isPending} onTest={() => test.mutate()} />
          ) : (
            <NotTested isRunning={going.phase === 'running'} onVerify={() => verify([slug])} />
          ))}
        {isRead && isLoading && <p className="p-3 text-quiet">Loading …</p>}
        {error && <p className="p-3 text-miss">{error.message}</p>}
        {data?.failure !== undefined && (
          <p className="border-b border-line p-3 text-miss">This case could not be rendered: {data.failure}</p>
        )}
        {isRead && data && checks.length === 0 && <p className="p-3 text-quiet">No rule covers this case.</p>}
        <Checks {...{ shown, library, slug, theCase, space }} sheetFile={model.sheetFile} />
      </div>
    </aside>
  )
}

/** A case that a page cannot show, large enough to be looked at. */
const Picture = ({ library, model, theCase }: { library: string; model: BoardModel; theCase: Case }) =>
  isPictured(model, theCase) && (
    <div className="border-b border-line">
      <StillCase {...{ library, model, theCase }} width={419} height={240} />
    </div>
  )

type ChecksProps = Omit<ComponentProps<typeof CheckRow>, 'check'> & { shown: readonly CheckResult[] }

/** What was read, part by part. */
const Checks = ({ shown, ...about }: ChecksProps) =>
  [...groupBy(shown, ({ part }) => part)].map(([part, own]) => (
    <section key={part} aria-label={part}>
      <h3 className="sticky top-0 border-b border-line bg-paper px-3 py-0.5 font-semibold">{part}</h3>
      {own.map((check) => (
        <CheckRow key={check.reading} {...about} check={check} />
      ))}
    </section>
  ))

/** What was read in a case when it was last tested, if it was. */
function useChecks(state: ComponentState | undefined, slug: string, key: string) {
  const isRead = state?.marks.some(([marked]) => marked === key) ?? false
  const query = useQuery({
    queryKey: ['case', state?.runId, slug, key],
    enabled: isRead,
    staleTime: Infinity,
    queryFn: () => call(ROUTES.caseChecks, { run: state!.runId }, { query: { slug, key: key } }),
  })
  const { library } = useRuns()
  const test = useMutation({ mutationFn: () => call(ROUTES.tryCase, { library, slug }, { given: { key } }) })
  const { isLoading } = query
  const tried = isRead ? undefined : test.data
  return {
    isRead: isRead || tried !== undefined,
    data: query.data ?? tried,
    error: query.error ?? test.error,
    ...{ isLoading, test },
  }
}

const CaseValues = ({ theCase, space }: { theCase: Case; space: Space }) => (
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
)

const LeftOut = ({ isTesting, onTest }: { isTesting: boolean; onTest(): void }) => (
  <div className="p-3">
    <p className="mb-2 text-quiet">
      The sheet’s cover leaves this case out, so no run takes it. It can be tested by itself; that is not kept.
    </p>
    <button type="button" className="control" disabled={isTesting} onClick={onTest}>
      {isTesting ? 'Testing …' : 'Test this case'}
    </button>
  </div>
)

const NotTested = ({ isRunning, onVerify }: { isRunning: boolean; onVerify(): void }) => (
  <div className="p-3">
    <p className="mb-2 text-quiet">
      This case has not been tested yet. A run renders it in its own browser and compares every reading with the spec.
    </p>
    <button type="button" className="control" disabled={isRunning} onClick={onVerify}>
      Verify this component
    </button>
  </div>
)
