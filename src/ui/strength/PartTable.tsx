import { BREAKS, type BreakKind, type Strength, type StrengthCell } from '@/core/breaks'
import type { Wanted } from './wanted'

interface PartTableProps {
  strength: Strength
  wanted: Wanted
  onWant(wanted: Wanted): void
}

/** How many breaks are noticed, by kind and part: a number leads to what is not. */
export function PartTable({ strength: { cells }, wanted, onWant }: PartTableProps) {
  const parts = [...new Set(cells.map(({ part }) => part))].sort((a, b) => Number(a === '') - Number(b === ''))
  const kinds = [...BREAKS.keys()].filter((kind) => cells.some((cell) => cell.kind === kind))
  const sum = (some: readonly StrengthCell[]) =>
    some.reduce((all, { counted, noticed }) => ({ counted: all.counted + counted, noticed: all.noticed + noticed }), {
      counted: 0,
      noticed: 0,
    })
  const of = (part: string | undefined, kind: BreakKind | undefined) =>
    sum(cells.filter((cell) => (part ?? cell.part) === cell.part && (kind ?? cell.kind) === cell.kind))
  return (
    <table className="w-full text-left" aria-label="Noticed by part and kind">
      <thead className="text-quiet">
        <tr>
          <th className="py-1 pl-3 font-normal">Part</th>
          {kinds.map((kind) => (
            <th key={kind} className="px-1 py-1 align-bottom font-normal" title={BREAKS.get(kind)!.about}>
              {BREAKS.get(kind)!.short}
            </th>
          ))}
          <th className="py-1 pr-3 pl-1 text-right align-bottom font-normal">All</th>
        </tr>
      </thead>
      <tbody>
        {parts.map((part) => (
          <Row key={part} part={part} {...{ kinds, of, wanted, onWant }} />
        ))}
        <Row part={undefined} {...{ kinds, of, wanted, onWant }} />
      </tbody>
    </table>
  )
}

interface RowProps extends Pick<PartTableProps, 'wanted' | 'onWant'> {
  /** Undefined for all together; empty for what is no part. */
  part: string | undefined
  kinds: readonly BreakKind[]
  of(part: string | undefined, kind: BreakKind | undefined): Pick<StrengthCell, 'counted' | 'noticed'>
}

function Row({ part, kinds, of, wanted, onWant }: RowProps) {
  const name = part === undefined ? 'All' : part === '' ? 'no part' : part
  const own = part === undefined ? {} : { part }
  return (
    <tr className={`border-t ${part === undefined ? 'border-line-strong' : 'border-line'}`}>
      <th scope="row" className={`py-0.5 pl-3 font-normal ${part === '' ? 'text-quiet' : ''}`}>
        {name}
      </th>
      {kinds.map((kind) => (
        <td key={kind} className="px-1">
          <Cell
            label={`${name}, ${BREAKS.get(kind)!.name}`}
            {...of(part, kind)}
            {...{ wanted, onWant }}
            to={{ ...own, kind }}
          />
        </td>
      ))}
      <td className="pr-3 pl-1 text-right">
        <Cell label={name} {...of(part, undefined)} {...{ wanted, onWant }} to={own} />
      </td>
    </tr>
  )
}

interface CellProps {
  label: string
  counted: number
  noticed: number
  wanted: Wanted
  to: Wanted
  onWant(wanted: Wanted): void
}

function Cell({ label, counted, noticed, wanted, to, onWant }: CellProps) {
  if (counted === 0) return <span className="text-quiet">·</span>
  const isMissing = noticed < counted
  const isChosen = wanted.part === to.part && wanted.kind === to.kind
  if (!isMissing) return <span className="num inline-block px-1 leading-6 text-quiet">{counted}</span>
  return (
    <button
      type="button"
      className="num min-h-6 min-w-6 rounded-sm px-1 underline decoration-line-strong underline-offset-2 aria-pressed:bg-pick"
      aria-pressed={isChosen}
      aria-label={`${label}: ${noticed} of ${counted} noticed`}
      onClick={() => onWant(isChosen ? {} : to)}
    >
      <span className="text-miss">{noticed}</span>/{counted}
    </button>
  )
}
