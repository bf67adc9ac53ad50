'use client'

import { ROUTES, type TokenEffects, type TrialRun, type TypedEdit } from '@/contract'
import { counted } from '@/core/words'
import { useQuery, type UseQueryResult } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { caseAddress } from '../frame'
import { call } from '../live'
import { Mark } from '../marks'
import { useStable } from '../hooks'

/** What a change would do, before it is made: the expectations that come to something else, and, tried out, the cases that then miss. */
export function Effects({ library, edits }: { library: string; edits: readonly TypedEdit[] }) {
  const now = useStable(edits, JSON.stringify(edits))
  const [settled, setSettled] = useState(edits)
  const [isTrying, setTrying] = useState(false)
  useEffect(() => {
    setTrying(false)
    const timer = setTimeout(() => setSettled(now), 250)
    return () => clearTimeout(timer)
  }, [now])
  const { data: effects, error } = useQuery({
    queryKey: ['token-effects', library, settled],
    queryFn: ({ signal }) => call(ROUTES.foresee, { library }, { given: { edits: [...settled] }, signal }),
    retry: false,
  })
  const trial = useQuery({
    queryKey: ['token-trial', library, settled],
    enabled: isTrying && settled === edits,
    queryFn: ({ signal }) => call(ROUTES.tryTokens, { library }, { given: { edits: [...settled] }, signal }),
    retry: false,
    staleTime: Infinity,
  })
  return (
    <section
      aria-label="What would change"
      className="border-b border-line-strong bg-paper px-3 py-2"
      data-testid="effects"
    >
      <h3 className="mb-1 font-semibold">What would change</h3>
      {error && (
        <p role="alert" className="whitespace-pre-wrap text-miss">
          {error.message}
        </p>
      )}
      {!effects && !error && <p className="text-quiet">Checking …</p>}
      {effects && (
        <>
          <p>{summaryOf(effects)}</p>
          {effects.expected.map((expected) => (
            <Expected key={expected.slug} library={library} expected={expected} />
          ))}
          {effects.affected.length > 0 && !isTrying && (
            <p className="mt-2">
              <button type="button" className="control" onClick={() => setTrying(true)}>
                Preview in {effects.affected.length} {effects.affected.length === 1 ? 'component' : 'components'}
              </button>
            </p>
          )}
        </>
      )}
      {isTrying && <TrialState library={library} trial={trial} onStop={() => setTrying(false)} />}
    </section>
  )
}

/** How many tokens and cases a change reaches. */
function summaryOf(effects: TokenEffects): string {
  const cases = effects.expected.reduce(
    (sum, { changes }) => sum + new Set(changes.flatMap((change) => change.cases)).size,
    0,
  )
  return effects.tokens.length === 0
    ? 'No value changes.'
    : `${counted(new Set(effects.tokens.map(({ path }) => path)).size, 'token')}, and what is expected in ${counted(cases, 'case')}.`
}

/** What is expected of one component that would come to something else. */
const Expected = ({
  library,
  expected: { slug, name, changes },
}: {
  library: string
  expected: TokenEffects['expected'][number]
}) => (
  <div className="mt-1" data-expected={slug}>
    <a className="font-semibold underline-offset-2 hover:underline" href={`/${library}/${slug}/spec`}>
      {name}
    </a>
    <ul>
      {changes.map(({ rule, part, reading, cases: keys, tokens }) => (
        <li key={`${rule.index} ${part} ${reading}`} className="flex gap-2 pl-3">
          <span
            className="num min-w-0 truncate"
            title={tokens.map((each) => `${each.path}: ${each.before ?? 'none'} → ${each.after ?? 'none'}`).join('\n')}
          >
            {part} · {reading}
          </span>
          <span className="ml-auto shrink-0 text-quiet">
            rule {rule.index + 1}, {counted(keys.length, 'case')}
          </span>
        </li>
      ))}
    </ul>
  </div>
)

interface TrialStateProps {
  library: string
  trial: UseQueryResult<TrialRun>
  onStop(): void
}

const TrialState = ({ library, trial, onStop }: TrialStateProps) => (
  <>
    {trial.isFetching && (
      <p role="status" className="mt-2 flex items-center gap-2">
        Rendering with the new value …
        <button type="button" className="control" onClick={onStop}>
          Stop
        </button>
      </p>
    )}
    {trial.error && (
      <p role="alert" className="mt-2 whitespace-pre-wrap text-miss">
        {trial.error.message}
      </p>
    )}
    {trial.data && <Found library={library} found={trial.data} />}
  </>
)

function Found({ library, found: { misses, cases } }: { library: string; found: TrialRun }) {
  const fresh = misses.filter(({ isNew }) => isNew)
  return (
    <div className="mt-2" data-testid="trial" data-new={fresh.length}>
      <p role="status">
        {fresh.length === 0
          ? `No new misses in ${counted(cases, 'case')}.`
          : `${fresh.length} of ${counted(cases, 'case')} would start to miss:`}
      </p>
      <ul className="max-h-56 overflow-auto">
        {fresh.map(({ slug, key, checks }) => (
          <li key={slug + key} data-miss={`${slug}|${key}`}>
            <Mark kind="misses" className="mr-1 inline" />
            <a
              className="num underline-offset-2 hover:underline"
              href={caseAddress(library, slug, key)}
              title={checks
                .map(
                  ({ part, reading, expected, measured }) =>
                    `${part} · ${reading}: expected ${expected}, would read ${measured}`,
                )
                .join('\n')}
            >
              {slug} {key}
            </a>
          </li>
        ))}
      </ul>
      {misses.length > fresh.length && (
        <p className="text-quiet">{counted(misses.length - fresh.length, 'case')} missed before.</p>
      )}
    </div>
  )
}
