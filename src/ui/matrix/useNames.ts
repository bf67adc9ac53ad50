'use client'

import { useMemo } from 'react'
import { makeExplainer, type Explain } from '@/core/draft'
import type { Summary, Survey } from '@/core/survey'

/** What each reading is called in all of the selected cases, where one name is true of all. */
export function useNames(survey: Survey | undefined, summaries: readonly Summary[], chosen: ReadonlySet<string>) {
  // Each row asks what its reading is called: the tokens are looked through once.
  const explainerOf = useMemo(() => survey && makeExplainer(survey), [survey])
  return useMemo(
    () =>
      new Map(
        summaries.map((summary) => [
          summary,
          survey && explainerOf && summary.texts.length < MAX_NAMED
            ? nameOf(survey, explainerOf(summary.reading), summary, chosen)
            : undefined,
        ]),
      ),
    [survey, explainerOf, summaries, chosen],
  )
}

// Where more than this was read, nothing is true of all.
const MAX_NAMED = 5

/** What a reading is called in all of some cases: the token that means it in each of them, or its plain value; undefined where nothing is true of all. */
function nameOf(survey: Survey, explain: Explain, { at }: Summary, keys: ReadonlySet<string>): string | undefined {
  const own = survey.cases.filter(({ key, read }) => keys.has(key) && read[at]! >= 0)
  const contexts = new Map(own.map((surveyed) => [`${surveyed.context}|${surveyed.read[at]}`, surveyed]))
  const names = [...contexts.values()].map((surveyed) => explain(survey.texts[surveyed.read[at]!]!, surveyed.context))
  const [first = [], ...others] = names
  return first.find((name) => others.every((each) => each.includes(name)))
}
