'use client'

import { useCallback } from 'react'
import type { Surveyed } from '@/contract'
import type { Space } from '@/core/matrix'
import { type Sheet } from '@/core/sheet'
import { parseReading, parsePartReference } from '@/core/readings'
import { parseExpectation, type Rule } from '@/core/spec'
import { judgeSurvey } from '@/core/survey'
import { probeHere } from './probeHere'
import type { Trial } from './SayForm'

/** Judges an expectation of some cases as it is typed, by what was read last. */
export function useTrial(
  sheet: Sheet | undefined,
  space: Space | undefined,
  surveyed: Surveyed | undefined,
  keys: ReadonlySet<string>,
) {
  return useCallback(
    (part: string, reading: string, text: string): Trial | undefined => {
      const parsed = parseReading(reading)
      if (!sheet || !space || !surveyed || 'problem' in parsed) return undefined
      const literal = parsed.reading.kind === 'text'
      const rule: Rule = { index: 0, line: 0, box: {}, weight: 0, claims: [] }
      const claim = {
        part,
        target: parsePartReference(part),
        reading: parsed.reading,
        expectation: parseExpectation(text, { literal }),
        rule,
      }
      const own = { ...rule, claims: [claim] }
      const { survey, tolerance } = surveyed
      const [standing] = judgeSurvey(survey, space, [own], tolerance, probeHere, undefined, keys)
      if (!standing) return undefined
      const misses = standing.misses.length
      const unread = standing.unread.length
      const later = standing.later.length
      return {
        holds: standing.decides.length - misses - unread - later,
        misses,
        unread,
        later,
        ...(standing.expected !== undefined && { expected: standing.expected }),
        ...(standing.fault !== undefined && { fault: standing.fault }),
      }
    },
    [sheet, space, surveyed, keys],
  )
}
