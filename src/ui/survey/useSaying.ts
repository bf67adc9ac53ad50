'use client'

import { useMemo, useState } from 'react'
import type { Space } from '@/core/matrix'
import type { Sheet } from '@/core/sheet'
import { summarise, type SurveyCase } from '@/core/survey'
import { useSurvey } from './useSurvey'
import { useTrial } from './useTrial'

/**
 * What saying something of some cases takes: what was read of them, and how what is being typed stands to that.
 * @param isMeant the cases; it must stay the same function while they do
 */
export function useSaying(
  { library, slug, revision }: { library: string; slug: string; revision: number | undefined },
  sheet: Sheet | undefined,
  space: Space | undefined,
  isMeant: (surveyed: Pick<SurveyCase, 'key' | 'values'>) => boolean,
) {
  const [said, setSaid] = useState({ part: 'root', reading: '' })
  const [needed, setNeeded] = useState<readonly { part: string; reading: string }[]>([])
  const { surveyed, error, isReading } = useSurvey(library, slug, revision, needed)
  const survey = surveyed?.survey
  const keys = useMemo(
    () => new Set(survey?.cases.flatMap((surveyed) => (isMeant(surveyed) ? [surveyed.key] : []))),
    [survey, isMeant],
  )
  const summaries = useMemo(() => (survey ? summarise(survey, keys) : []), [survey, keys])
  const tryOut = useTrial(sheet, space, surveyed, keys)
  return {
    survey,
    error,
    isReading,
    keys,
    summaries,
    setSaid,
    /** What the form takes, but for its sources and what is done with what was said. */
    form: {
      ...said,
      onPart: (part: string) => setSaid({ ...said, part }),
      onReading: (reading: string) => setSaid({ ...said, reading }),
      readOf: (part: string, reading: string) =>
        summaries.find((each) => each.part === part && each.reading === reading)?.texts.map(([text]) => text) ?? [],
      tryOut,
      onNeed: (part: string, reading: string) => setNeeded([...needed, { part, reading }]),
    },
  }
}
