import type { ReviewGroup } from '@/contract'

const READINGS_SHOWN = 6

/** Why the pictures of a change differ: the lines before and after, and what was read otherwise. */
export function Causes({ group: { kind, causes, changes } }: { group: ReviewGroup }) {
  if (kind === 'new') return null
  return (
    <section className="shrink-0 border-b border-line px-3 py-2" aria-label="Cause">
      {causes.length === 0 && (
        <p className="text-quiet">
          Every reading of these cases is what it was when their pictures were approved. Look at the boxes: what changed
          there is nothing that a rule could speak of, or it lies in an image or a font.
        </p>
      )}
      <ul className="max-h-32 overflow-auto">
        {causes.map(({ text, before, after }) => (
          <li key={text} className="py-0.5">
            {before && <Line sign="−" {...before} />}
            {after && <Line sign="+" {...after} />}
            {!before && !after && <span className="num">{text}</span>}
          </li>
        ))}
      </ul>
      {changes.length > 0 && (
        <p className="mt-1 text-quiet">
          Read otherwise:{' '}
          {changes.slice(0, READINGS_SHOWN).map(({ part, reading, from, to }, at) => (
            <span key={at} className="num mr-3" title={`${from} → ${to}`}>
              {part} · {reading}
            </span>
          ))}
          {changes.length > READINGS_SHOWN && `and ${changes.length - READINGS_SHOWN} more`}
        </p>
      )}
    </section>
  )
}

const Line = ({ sign, declaration, file, line }: { sign: string; declaration: string; file: string; line: number }) => (
  <span className="flex gap-2">
    <span className="num w-3 text-quiet" aria-label={sign === '+' ? 'now' : 'before'}>
      {sign}
    </span>
    <span className="num min-w-0 break-words">{declaration}</span>
    <span className="num ml-auto shrink-0 text-quiet">
      {file}:{line}
    </span>
  </span>
)
