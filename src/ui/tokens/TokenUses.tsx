import type { TokenRow } from '@/contract'
import { SourceLines } from '../survey'

/** Where a token is used: by rules, by styles, by other tokens. */
export function TokenUses({
  uses,
  library,
  onSelect,
}: {
  uses: TokenRow['uses']
  library: string
  onSelect(path: string): void
}) {
  return (
    <section aria-label="Used by" className="px-3 py-2">
      <h3 className="mb-1 font-semibold">Used by {uses.length}</h3>
      {uses.length === 0 && <p className="text-quiet">Not used by any rule, style or other token.</p>}
      <ul>
        {uses.map((use, at) => (
          <li key={at} className="flex items-baseline gap-2">
            {use.kind === 'alias' ? (
              <button
                type="button"
                className="num min-h-6 underline underline-offset-2"
                onClick={() => onSelect(use.path)}
              >
                {use.path}
              </button>
            ) : use.kind === 'rule' ? (
              <>
                <a className="shrink-0 underline underline-offset-2" href={`/${library}/${use.slug}/spec`}>
                  {use.slug}
                </a>
                <span className="num min-w-0 truncate">
                  {use.part} · {use.reading}
                </span>
                <span className="ml-auto shrink-0">
                  <SourceLines library={library} file={use.file} line={use.line} />
                </span>
              </>
            ) : (
              <>
                <span className="num min-w-0 truncate">{use.property}</span>
                <span className="ml-auto shrink-0">
                  <SourceLines library={library} file={use.file} line={use.line} />
                </span>
              </>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
