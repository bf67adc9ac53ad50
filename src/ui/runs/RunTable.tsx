import { Pin } from 'lucide-react'
import { useEffect, useRef } from 'react'
import type { ListedRun } from '@/contract'
import { counted } from '@/core/words'
import { exactTime } from '../frame'
import { MarkCounts } from '../marks'
import { printDuration } from './figures'
import { commitOf } from './words'

export interface RunTableProps {
  runs: readonly ListedRun[]
  selected: string | undefined
  /** The run that the selected one is held against. */
  other: string | undefined
  onSelect(run: string): void
}

/** All runs, the last first. */
export function RunTable({ runs, selected, other, onSelect }: RunTableProps) {
  const body = useRef<HTMLTableSectionElement>(null)
  useEffect(() => {
    body.current?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' })
  }, [selected])
  return (
    <table className="w-full text-left" aria-label="Runs">
      <thead className="sticky top-0 bg-paper text-quiet">
        <tr>
          <th className="py-1 pr-2 pl-3 font-normal">Began</th>
          <th className="px-2 py-1 font-normal">Commit</th>
          <th className="px-2 py-1 font-normal">Cases</th>
          <th className="px-2 py-1 text-right font-normal">Pictures</th>
          <th className="py-1 pr-3 pl-2 text-right font-normal">Took</th>
        </tr>
      </thead>
      <tbody ref={body}>
        {runs.map((run) => (
          <tr
            key={run.id}
            data-run={run.id}
            aria-selected={run.id === selected}
            className="border-t border-line align-baseline aria-selected:bg-pick"
          >
            <td className="py-1 pr-2 pl-3 whitespace-nowrap">
              <button type="button" aria-current={run.id === selected} onClick={() => onSelect(run.id)}>
                <time dateTime={run.startedAt} className="underline underline-offset-2">
                  {exactTime(run.startedAt)}
                </time>
              </button>
              {run.isKept && <Pin size={11} aria-label="kept" className="ml-1 inline" />}
              {run.id === other && <span className="ml-2 text-quiet">held against</span>}
              <span className="block text-quiet">{aboutOf(run)}</span>
            </td>
            <td className="px-2 py-1">{commitOf(run)}</td>
            <td className="px-2 py-1">
              <Cases run={run} />
            </td>
            <td className="px-2 py-1 text-right">
              <Pictures run={run} />
            </td>
            <td className="num py-1 pr-3 pl-2 text-right whitespace-nowrap">
              {run.state === 'running' ? '' : printDuration(run.milliseconds)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function aboutOf({ state, asked, components }: ListedRun): string {
  const what = asked?.length === 1 ? asked[0]! : asked ? counted(asked.length, 'component') : 'all components'
  return state === 'done' ? (asked ? `${what} only` : '') : `${state}, ${counted(components.length, 'component')} read`
}

function Cases({ run: { counts, state } }: { run: ListedRun }) {
  if (!counts) return <span className="text-quiet">{state === 'running' ? '' : 'not kept'}</span>
  return (
    <span className="flex flex-wrap gap-x-3">
      <MarkCounts counts={counts.cases} />
    </span>
  )
}

function Pictures({ run: { counts } }: { run: ListedRun }) {
  if (!counts) return null
  const { changed, new: fresh, same } = counts.pictures
  if (changed + fresh + same === 0) return null
  return (
    <>
      {changed > 0 && <span className="block text-miss">{changed} changed</span>}
      {fresh > 0 && <span className="block">{fresh} new</span>}
      {changed + fresh === 0 && <span className="text-quiet">as approved</span>}
    </>
  )
}
