'use client'

import { useDeferredValue, useMemo } from 'react'
import type { Surveyed } from '@/contract'
import type { Space } from '@/core/matrix'
import type { Sheet } from '@/core/sheet'
import { readRules, type Rule } from '@/core/spec'
import { judgeSurvey, tokensOf, type ClaimStanding } from '@/core/survey'
import { probeHere } from './probeHere'

/** A spec as it stands to what was read last: its rules, and what each expectation comes to. */
export function useStandings(typed: Sheet | undefined, space: Space | undefined, surveyed: Surveyed | undefined) {
  // What is typed is shown first, and judged when there is time.
  const sheet = useDeferredValue(typed)
  const tokens = useMemo(() => surveyed && tokensOf(surveyed.survey), [surveyed])
  return useMemo((): { rules: readonly Rule[]; standings: ReadonlyMap<string, ClaimStanding> } => {
    if (!sheet || !space) return { rules: [], standings: new Map() }
    const { rules } = readRules(sheet, space.dimensions)
    const judged = surveyed ? judgeSurvey(surveyed.survey, space, rules, surveyed.tolerance, probeHere, tokens) : []
    return {
      rules,
      standings: new Map(
        judged.map((each) => [standingKey(each.claim.rule.index, each.claim.part, each.claim.reading.text), each]),
      ),
    }
  }, [sheet, space, surveyed, tokens])
}

export const standingKey = (rule: number, part: string, reading: string) => `${rule}|${part}|${reading}`
