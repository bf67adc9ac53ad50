import type { Review, ReviewGroup } from '@/contract'
import { counted } from '@/core/words'
import { groupTitle } from './words'

export interface GroupTableProps {
  model: Review
  selected: string | undefined
  onSelect(id: string): void
}

/** The table of changes, as on a drawing: each with what it is, where it comes from, and how many pictures it has changed. */
export function GroupTable({ model, selected, onSelect }: GroupTableProps) {
  return (
    <table className="w-full border-b border-line text-left" aria-label="Changes">
      <thead className="sticky top-0 bg-paper text-quiet">
        <tr>
          <th className="w-10 px-3 py-1 font-normal">No.</th>
          <th className="px-2 py-1 font-normal">Change</th>
          <th className="w-56 px-2 py-1 font-normal">Where it stands</th>
          <th className="w-28 px-2 py-1 text-right font-normal">Pictures</th>
          <th className="w-24 px-3 py-1 font-normal">Refused</th>
        </tr>
      </thead>
      <tbody>
        {model.groups.map((group, at) => (
          <tr
            key={group.id}
            data-group={group.kind}
            aria-selected={group.id === selected}
            className="border-t border-line aria-selected:bg-pick"
          >
            <td className="num px-3 py-1 text-quiet">{at + 1}</td>
            <td className="px-2 py-1">
              <button
                type="button"
                className="w-full text-left break-words"
                aria-current={group.id === selected}
                onClick={() => onSelect(group.id)}
              >
                {group.kind === 'changed' ? (
                  <span className="num">{groupTitle(group, model.names)}</span>
                ) : (
                  groupTitle(group, model.names)
                )}
              </button>
            </td>
            <td className="num truncate px-2 py-1 text-quiet">{placeOf(group)}</td>
            <td className="px-2 py-1 text-right">
              <span className="num">{group.pictures.length}</span>
              <span className="text-quiet"> {componentsIn(group)}</span>
            </td>
            <td className="num px-3 py-1 text-miss">{group.pictures.filter(({ refused }) => refused).length || ''}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function placeOf({ causes }: ReviewGroup): string {
  const line = causes[0]?.after ?? causes[0]?.before
  return line ? `${line.file.split('/').slice(-1)[0]}:${line.line}` : ''
}

function componentsIn({ pictures }: ReviewGroup): string {
  const count = new Set(pictures.map(({ slug }) => slug)).size
  return count > 1 ? `of ${counted(count, 'component')}` : ''
}
