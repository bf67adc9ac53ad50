import type { ReactNode } from 'react'
import type { ComponentState } from '@/contract'
import { counted } from '@/core/words'
import { standingOf } from '../live'
import { MarkCounts } from '../marks'
import { Cell } from './Cell'
import { Link } from './Link'

const ALWAYS = ['holds', 'misses'] as const

/** How cases, scenarios and sheets stand. @param address of the component, where there is one in view */
export function Standings({ states, address }: { states: readonly ComponentState[]; address: string | undefined }) {
  const { cases, scenarios, errors } = standingOf(states)
  const isOutdated = states.some((state) => state.isOutdated)
  const hasScenarios = Object.values(scenarios).some((count) => count > 0)
  return (
    <>
      <Cell label="Cases">
        {states.length === 0 ? (
          <span className="text-quiet">not run yet</span>
        ) : (
          <span className="flex gap-3" data-testid="counts">
            <MarkCounts counts={cases} {...{ isOutdated }} always={ALWAYS} />
            {isOutdated && <span className="text-quiet">out of date</span>}
          </span>
        )}
      </Cell>
      {hasScenarios && (
        <Cell label="Scenarios">
          <Way href={address && `${address}/behaviour`}>
            <span className="flex gap-3" data-testid="scenario-counts">
              <MarkCounts counts={scenarios} {...{ isOutdated }} always={ALWAYS} />
            </span>
          </Way>
        </Cell>
      )}
      {errors > 0 && (
        <Cell label="Lints">
          <Way href={address && `${address}/define`}>
            <span className="font-semibold text-miss" data-testid="lint-counts">
              {counted(errors, 'error')}
            </span>
          </Way>
        </Cell>
      )}
    </>
  )
}

/** A link, where there is somewhere to go. */
const Way = ({ href, children }: { href: string | undefined; children: ReactNode }) =>
  href === undefined ? children : <Link href={href}>{children}</Link>
