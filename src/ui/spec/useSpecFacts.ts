import { useCallback, useMemo } from 'react'
import { appendRules, isSpecifiedIn, type RuleText } from '@/core/edit'
import { LINTS, lintStrength, specOf, unspecifiedReadings, type Lint } from '@/core/lint'
import { readSheet } from '@/core/sheet'
import { readRules } from '@/core/spec'
import { coverageOf, judgeSurvey } from '@/core/survey'
import type { Ready } from '../editing'
import { useStrength } from '../strength'
import { probeHere, useStandings, useSurvey, type Sources } from '../survey'

const NO_LINTS: readonly Lint[] = []

export type SpecFacts = ReturnType<typeof useSpecFacts>

/** What is known of a component's spec: its rules and how each stands, what was measured, what is open, what is wrong with it. */
export function useSpecFacts(library: string, slug: string, { definition, texts, sheet, preview, status }: Ready) {
  const space = preview?.model?.space
  const file = definition.file
  const text = texts[file] ?? ''
  const { surveyed, error, isReading } = useSurvey(library, slug, definition.base)
  const { standings } = useStandings(sheet, space, surveyed)
  const survey = surveyed?.survey
  const spec = useMemo(() => specOf(sheet), [sheet])
  const lines = useMemo(() => spec.map((_, rule) => sheet.source.at(['spec', rule]).line), [spec, sheet])
  const sources = useMemo(
    (): Sources => ({
      parts: Object.keys(sheet.parts),
      dimensions: space?.dimensions ?? [],
      ...(survey && { survey }),
    }),
    [sheet, space, survey],
  )
  const coverage = useMemo(
    () => (survey && space ? coverageOf(survey, space.dimensions, isSpecifiedIn(sheet)) : undefined),
    [survey, sheet, space],
  )
  // What is typed or on its way to be saved has not been measured yet.
  const isAhead = status.kind === 'typing' || status.kind === 'saving'
  const strength = useCurrentStrength(library, slug, definition.revisions.length, isAhead)
  const lints = useMemo(
    () => [...(preview?.lints ?? NO_LINTS), ...lintStrength(sheet, strength?.untested?.map(({ rule }) => rule) ?? [])],
    [preview, sheet, strength],
  )
  /** How often expectations of rules would miss, if they were added. */
  const missesWith = useCallback(
    (rules: RuleText[]) => {
      const tried = readSheet(appendRules(text, rules), file).sheet
      if (!tried || !surveyed || !space) return 0
      const { rules: read } = readRules(tried, space.dimensions)
      const isNew = (part: string, reading: string) => rules.some(({ expect }) => reading in (expect[part] ?? {}))
      return judgeSurvey(surveyed.survey, space, read, surveyed.tolerance, probeHere)
        .filter(({ claim }) => isNew(claim.part, claim.reading.text))
        .reduce((sum, { misses }) => sum + misses.length, 0)
    },
    [text, file, surveyed, space],
  )
  return {
    ...{ space, file, text, spec, survey, error, standings, sources, coverage, missesWith },
    isReading: isReading || isAhead,
    strength,
    gaps: coverage ? unspecifiedReadings(coverage).length : 0,
    lines,
    ...useRuleLints(lines, file, lints),
  }
}

/** What breaking the component has come to; undefined where it was not broken as it is now. */
function useCurrentStrength(library: string, slug: string, revision: number | undefined, isAhead: boolean) {
  const { state } = useStrength(library, slug, revision)
  return state?.found?.isCurrent && !isAhead ? state.found.strength : undefined
}

/** Which lints belong to which rule, and which to the spec as a whole. */
function useRuleLints(lines: readonly number[], file: string, lints: readonly Lint[]) {
  const ofRules = useMemo(
    () => lints.filter(({ file: of, code }) => of === file && LINTS.get(code)?.isOfRules),
    [lints, file],
  )
  const ruleAt = useCallback((line: number) => lines.findLastIndex((each) => each <= line), [lines])
  const lintsOf = useCallback((rule: number) => ofRules.filter(({ line }) => ruleAt(line) === rule), [ofRules, ruleAt])
  return { lintsOf, general: ofRules.filter(({ line }) => ruleAt(line) < 0) }
}
