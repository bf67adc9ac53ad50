import type { FieldChange } from '@/core/edit'

/** What differs between two states of a sheet, field by field. @param none said where nothing does */
export function FieldChanges({ changes, none }: { changes: readonly FieldChange[]; none: string }) {
  if (changes.length === 0) return <p className="text-quiet">{none}</p>
  return (
    <dl>
      {changes.map(({ label, before, after }, at) => (
        <div key={at} className="border-t border-line py-0.5" data-change={label}>
          <dt>{label}</dt>
          <dd className="num break-words text-quiet">
            {before !== undefined && <del>{before}</del>}{' '}
            {after !== undefined && <ins className="text-ink no-underline">{after}</ins>}
          </dd>
        </div>
      ))}
    </dl>
  )
}
