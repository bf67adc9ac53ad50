'use client'

import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect } from 'react'
import { specOf } from '@/core/lint'
import { asWritten, whenOf } from '@/core/draft'
import { boxOf, expectationEdits, type WhenFile } from '@/core/edit'
import type { Description, Grid } from '@/core/grid'
import { isInside, type Space } from '@/core/matrix'
import { counted } from '@/core/words'
import { CloseButton, StatusLine, useDefinition } from '../editing'
import { useStable } from '../hooks'
import { Condition, printWhen, SayForm, useSaying, useSources } from '../survey'
import { printConditions } from './selection'
import { SummaryRows } from './SummaryRows'
import { useDescribed } from './useDescribed'
import { useNames } from './useNames'

export interface SelectionCardProps {
  library: string
  slug: string
  space: Space
  /** Keys of the cases that a run takes, where it does not take all. */
  covered?: ReadonlySet<string> | undefined
  chosen: ReadonlySet<string>
  onChoose(keys: readonly string[]): void
  onClose(): void
  /** The conditions that say what is selected, as an address holds them; none once it is closed. */
  onConditions(conditions: readonly string[]): void
}

/** Some cases: the condition that describes them, what they have in common, where they differ; and what must be true of them. */
export function SelectionCard(props: SelectionCardProps) {
  const { library, slug, space, covered, chosen, onChoose, onClose, onConditions } = props
  const queries = useQueryClient()
  const defining = useDefinition(library, slug)
  const { definition, sheet, status, edit } = defining
  const isMeant = useCallback(({ key }: { key: string }) => chosen.has(key), [chosen])
  const component = { library, slug, revision: definition?.base }
  const { survey, error, isReading, summaries, setSaid, form } = useSaying(component, sheet, space, isMeant)
  const selection = useDescribed(space, covered, chosen)
  useConditions(printConditions(selection.whens, space.dimensions), onConditions)
  const sources = useSources(sheet, space, survey)
  const names = useNames(survey, summaries, chosen)
  const say = (part: string, reading: string, text: string) => {
    if (!sheet) return
    edit(selection.whens.flatMap((when) => expectationEdits(specOf(sheet), when, { part, reading }, asWritten(text))))
    void queries.invalidateQueries({ queryKey: ['states', library] })
  }
  return (
    <aside
      aria-label="Selection"
      className="flex w-[420px] shrink-0 flex-col border-l border-line-strong bg-sheet max-md:absolute max-md:inset-0 max-md:z-30 max-md:w-auto"
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
        <Described {...{ space, onChoose }} selection={selection} />
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

/** Keeps an address up to date with what is selected. */
function useConditions(conditions: readonly string[], tell: (conditions: readonly string[]) => void) {
  const now = useStable(conditions, JSON.stringify(conditions))
  useEffect(() => tell(now), [tell, now])
  useEffect(() => () => tell([]), [tell])
}

interface DescribedProps extends Pick<SelectionCardProps, 'space' | 'onChoose'> {
  selection: ReturnType<typeof useDescribed>
}

/** The condition that describes the selection. */
function Described({ space, selection, onChoose }: DescribedProps) {
  const { cases, grid, described, whens, keysIn } = selection
  return (
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
        <Inexact {...{ described, grid, whens }} onNearest={() => onChoose(keysIn(described.around))} />
      )}
    </div>
  )
}

/** A selection that no single condition matches: the nearest one, and the rules that would say exactly these. */
const Inexact = ({
  described,
  grid,
  whens,
  onNearest,
}: {
  described: Extract<Description, { kind: 'nearest' }>
  grid: Grid
  whens: readonly WhenFile[]
  onNearest(): void
}) => (
  <>
    <p>No single condition matches this selection.</p>
    <p className="mt-1 flex flex-wrap items-center gap-2">
      <span className="text-quiet">Nearest, with {described.extra} more:</span>
      <span className="num">{printWhen(whenOf(grid, described.around))}</span>
      <button type="button" className="control" onClick={onNearest}>
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
)
