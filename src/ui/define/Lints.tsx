'use client'

import type { Lint, Fix } from '@/core/lint'

/** What is wrong with the sheet and its sources, each with a fix where there is one. */
export function Lints({
  lints,
  fixOf,
  onFix,
  onShow,
}: {
  lints: readonly Lint[]
  fixOf(lint: Lint): Fix | undefined
  onFix(fix: Fix): void
  onShow(lint: Lint): void
}) {
  if (lints.length === 0)
    return <p className="text-quiet">No lints: every name is known, every prop is used, every class is styled.</p>
  return (
    <ul>
      {lints.map((lint, at) => {
        const fix = fixOf(lint)
        return (
          <li key={at} className="border-t border-line py-1" data-lint={lint.code}>
            <div className="flex items-baseline gap-2">
              <span className={`num ${lint.severity === 'error' ? 'text-miss' : ''}`}>{lint.code}</span>
              <button
                type="button"
                className="num ml-auto text-quiet underline decoration-line-strong underline-offset-2"
                onClick={() => onShow(lint)}
              >
                {lint.file.slice(lint.file.lastIndexOf('/') + 1)}:{lint.line}
              </button>
            </div>
            <p>{lint.message}</p>
            {fix && (
              <button type="button" className="control mt-1" onClick={() => onFix(fix)}>
                {fix.label}
              </button>
            )}
          </li>
        )
      })}
    </ul>
  )
}
