'use client'

import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useMemo } from 'react'
import { specOf } from '@/core/lint'
import { asWritten, makeExplainer, whenOf, type Explain } from '@/core/draft'
import { boxOf, expectationEdits } from '@/core/edit'
import { allBits, bitsOf, casesIn, describeSelection, gridOf, hasBit, type Region } from '@/core/grid'
import { combinations, isInside, makeCase, type Space } from '@/core/matrix'
import type { Summary, Survey } from '@/core/survey'
import { counted } from '@/core/words'
import { CloseButton, StatusLine, useDefinition } from '../editing'
import { Condition, printWhen, SayForm, useSaying, type Sources } from '../survey'
import { SummaryRows } from './SummaryRows'

export interface SelectionCardProps {
  library: string
  slug: string
  space: Space
  /** Keys of the cases that a run takes, where it does not take all. */
  covered?: ReadonlySet<string> | undefined
  chosen: ReadonlySet<string>
  onChoose(keys: readonly string[]): void
  onClose(): void
}

/** Some cases: the condition that describes them, what they have in common, where they differ; and what must be true of them. */
export function SelectionCard({ library, slug, space, covered, chosen, onChoose, onClose }: SelectionCardProps) {
  const queries = useQueryClient()
  const defining = useDefinition(library, slug)
  const { definition, sheet, status, edit } = defining
  const isMeant = useCallback(({ key }: { key: string }) => chosen.has(key), [chosen])
  const component = { library, slug, revision: definition?.base }
  const { survey, error, isReading, summaries, setSaid, form } = useSaying(component, sheet, space, isMeant)
  const cases = useMemo(
    () =>
      [...combinations(space)]
        .map((values) => makeCase(values, space))
        .filter(({ key }) => !covered || covered.has(key)),
    [space, covered],
  )
  const grid = useMemo(() => gridOf(space.dimensions, cases), [space, cases])
  const described = useMemo(
    () =>
      describeSelection(
        grid,
        bitsOf(
          grid.size,
          cases.flatMap(({ key }, at) => (chosen.has(key) ? [at] : [])),
        ),
      ),
    [grid, cases, chosen],
  )
  const keysIn = (region: Region) => {
    const bits = casesIn(grid, region, allBits(grid.size))
    return cases.flatMap(({ key }, at) => (hasBit(bits, at) ? [key] : []))
  }
  const regions = described.kind === 'exact' ? [described.region] : described.together
  const whens = regions.map((region) => whenOf(grid, region))
  const sources = useMemo(
    (): Sources => ({
      parts: sheet ? Object.keys(sheet.parts) : [],
      dimensions: space.dimensions,
      ...(survey && { survey }),
    }),
    [sheet, space, survey],
  )
  // Each row asks what its reading is called: the tokens are looked through once.
  const explainerOf = useMemo(() => survey && makeExplainer(survey), [survey])
  const names = useMemo(
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
  const say = (part: string, reading: string, text: string) => {
    if (!sheet) return
    edit(whens.flatMap((when) => expectationEdits(specOf(sheet), when, { part, reading }, asWritten(text))))
    void queries.invalidateQueries({ queryKey: ['states', library] })
  }
  return (
    <aside
      aria-label="Selection"
      className="flex w-[420px] shrink-0 flex-col border-l border-line-strong bg-sheet"
      data-testid="selection"
    >
      <header className="border-b border-line px-3 py-2">
        <div className="flex items-start gap-2">
          <p>
            <span className="num font-semibold">{counted(chosen.size, 'case')}</span>
            {isReading && <span className="text-quiet">, reading …</span>}
          </p>
          <CloseButton label="Clear the selection" onClose={onClose} className="ml-auto" />
        </div>
        <div className="mt-1" data-testid="condition">
          {described.kind === 'exact' ? (
            <Condition
              when={whens[0]!}
              dimensions={space.dimensions}
              onChange={(when) => {
                const box = boxOf(when, space.dimensions)
                onChoose(cases.flatMap(({ key, values }) => (isInside(values, box) ? [key] : [])))
              }}
            />
          ) : (
            <>
              <p>No single condition matches this selection.</p>
              <p className="mt-1 flex flex-wrap items-center gap-2">
                <span className="text-quiet">Nearest, with {described.extra} more:</span>
                <span className="num">{printWhen(whenOf(grid, described.around))}</span>
                <button type="button" className="control" onClick={() => onChoose(keysIn(described.around))}>
                  Select these
                </button>
              </p>
              <div className="mt-1">
                <span className="text-quiet">Exactly these, in {whens.length} rules:</span>
                {whens.map((when, at) => (
                  <p key={at} className="num">
                    {printWhen(when)}
                  </p>
                ))}
              </div>
            </>
          )}
        </div>
        {definition && status.kind !== 'saved' && <StatusLine defining={defining} status={status} />}
      </header>
      {error && (
        <p role="alert" className="border-b border-line p-3 whitespace-pre-wrap text-miss">
          {error.message}
        </p>
      )}
      <div className="border-b border-line-strong bg-paper px-3 py-2">
        <SayForm sources={sources} {...form} onSay={say} />
      </div>
      <div className="min-h-0 flex-1 overflow-auto">
        {!survey && !error && <p className="p-3 text-quiet">Measuring every case …</p>}
        {survey && (
          <SummaryRows
            summaries={summaries}
            total={chosen.size}
            onTake={({ part, reading }) => setSaid({ part, reading })}
            nameOf={(summary) => names.get(summary)}
            onAdopt={(summary, name) => say(summary.part, summary.reading, name)}
          />
        )}
      </div>
    </aside>
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
