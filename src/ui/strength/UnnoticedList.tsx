'use client'

import { BREAKS, percentOf, type Strength, type Unnoticed } from '@/core/breaks'
import { readable } from '@/core/spec'
import { counted } from '@/core/words'
import { printWhen, SourceLines } from '../survey'
import type { Checked } from './useChecked'
import type { Wanted } from './wanted'

interface UnnoticedListProps {
  library: string
  strength: Strength | undefined
  shown: readonly Unnoticed[]
  wanted: Wanted
  checked: Checked
  /** Shows all again. */
  onAll(): void
  onAdd(): void
}

/** Breaks that nothing noticed, each with what would. */
export function UnnoticedList({ library, strength, shown, wanted, checked, onAll, onAdd }: UnnoticedListProps) {
  return (
    <section aria-label="Unnoticed breaks" className="min-h-0 overflow-auto">
      {strength && strength.unnoticed.length > 0 && <ListBar {...{ strength, shown, wanted, checked, onAll, onAdd }} />}
      {strength && strength.unnoticed.length === 0 && (
        <p className="p-3 text-quiet">
          {strength.counted === 0
            ? 'No break changes anything.'
            : 'The spec notices every break that changes anything.'}
        </p>
      )}
      <ul>
        {shown.map((each, at) => (
          <Row key={`${at} ${each.told}`} {...{ library, each, checked }} />
        ))}
      </ul>
    </section>
  )
}

function ListBar({
  strength,
  shown,
  wanted,
  checked,
  onAll,
  onAdd,
}: Omit<UnnoticedListProps, 'library' | 'strength'> & { strength: Strength }) {
  const after = percentOf({ counted: strength.counted, noticed: strength.noticed + checked.noticing })
  const isSome = shown.length < strength.unnoticed.length
  return (
    <div className="sticky top-0 z-10 flex flex-wrap items-center gap-2 border-b border-line-strong bg-paper px-2 py-1">
      <span>
        {isSome
          ? `${shown.length} of ${counted(strength.unnoticed.length, 'unnoticed break')}`
          : counted(strength.unnoticed.length, 'unnoticed break')}
        {wanted.part !== undefined && <span className="text-quiet">, {wanted.part || 'no part'}</span>}
        {wanted.kind !== undefined && <span className="text-quiet">, {BREAKS.get(wanted.kind)!.name}</span>}
      </span>
      {isSome && (
        <button type="button" className="control" onClick={onAll}>
          Show all
        </button>
      )}
      <span className="ml-auto" />
      <button type="button" className="control" disabled={checked.total === 0} onClick={checked.all}>
        All
      </button>
      <button type="button" className="control" disabled={checked.count === 0} onClick={checked.none}>
        None
      </button>
      <button type="button" className="control" disabled={checked.count === 0} onClick={onAdd}>
        Add {counted(checked.count, 'expectation')}
      </button>
      <span role="status" className="text-quiet">
        {checked.count > 0 && `would notice ${checked.noticing} more: ${after} %`}
      </span>
    </div>
  )
}

function Row({ library, each, checked }: { library: string; each: Unnoticed; checked: Checked }) {
  const { kind, told, at, part, proposal, picture, changed, scenario } = each
  return (
    <li className="border-b border-line px-3 py-2" data-unnoticed={kind}>
      <div className="flex items-baseline gap-3">
        <code className="num min-w-0 flex-1 break-words">{told}</code>
        <span className="shrink-0 text-quiet">{part || 'no part'}</span>
        {at && (
          <span className="shrink-0">
            <SourceLines library={library} file={at.file} line={at.line} />
          </span>
        )}
      </div>
      <div className="mt-1 flex flex-wrap gap-x-6 gap-y-2">
        <div className="min-w-48 flex-1">
          {changed.slice(0, MAX_CHANGES).map((change) => (
            <p key={`${change.part} ${change.reading}`} className="break-words text-quiet">
              {change.part} {change.reading}{' '}
              <span className="num">
                {readable(change.before) || 'nothing'} → {readable(change.after) || 'nothing'}
              </span>
            </p>
          ))}
          {scenario !== undefined && <p className="text-quiet">It changes what happens in “{scenario}”.</p>}
          {changed.length === 0 && scenario === undefined && (
            <p className="text-quiet">No reading tells of it, only its picture.</p>
          )}
        </div>
        {picture && (
          <div className="flex gap-3">
            <Picture library={library} name={picture.before} label="as it is" of={told} />
            <Picture library={library} name={picture.after} label="broken" of={told} />
          </div>
        )}
      </div>
      {proposal ? (
        <label className="mt-1 flex items-baseline gap-2">
          <input type="checkbox" checked={checked.has(each)} onChange={() => checked.flip(each)} />
          <span className="min-w-0">
            {proposal.part} <span className="num">{proposal.reading}</span>
            {proposal.rules.map((rule, place) => (
              <span key={place} className="num block break-words">
                {String(Object.values(rule.expect)[0]?.[proposal.reading])}
                {rule.when && <span className="text-quiet"> {printWhen(rule.when)}</span>}
              </span>
            ))}
          </span>
        </label>
      ) : (
        <p className="mt-1 text-quiet">{adviceOf(each)}</p>
      )}
    </li>
  )
}

// What follows from the first ones says no more.
const MAX_CHANGES = 3

/** What can be done where no expectation can be proposed. */
const adviceOf = ({ part, kind, scenario, changed }: Unnoticed): string =>
  scenario !== undefined
    ? 'A step of that scenario would notice it: what is expected then, in Behaviour.'
    : part === '' || changed.length === 0
      ? 'It changes something that is no part: name it in Define, and it can be specified.'
      : kind === 'attribute'
        ? 'No reading that Brelt proposes tells of it: attr(…) of the part can be expected.'
        : 'No plain expectation holds in all cases and would notice it.'

function Picture({ library, name, label, of }: { library: string; name: string; label: string; of: string }) {
  return (
    <figure className="max-w-64">
      {/* A picture of a case as the browser painted it: nothing is to be made smaller or sharper. */}
      <img
        src={`/api/libraries/${encodeURIComponent(library)}/pictures/${name}`}
        alt={`${label}: ${of}`}
        loading="lazy"
        className="max-h-40 max-w-full border border-line object-contain"
      />
      <figcaption className="text-quiet">{label}</figcaption>
    </figure>
  )
}
