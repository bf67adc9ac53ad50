'use client'

import { Check, Copy } from 'lucide-react'
import { useMemo, useState, useSyncExternalStore } from 'react'
import { printCode, type Bench, type BenchSheet } from '@/core/bench'
import type { Latest } from './latest'

/** Code that makes what stands on the bench, to be copied. */
export function CodePane({
  sheets,
  settings,
  markup,
}: {
  sheets: ReadonlyMap<string, BenchSheet>
  settings: Bench['settings']
  /** What it renders. */
  markup: Latest<string>
}) {
  const rendered = useSyncExternalStore(markup.subscribe, markup.get, markup.get)
  const code = useMemo(() => printCode(sheets, settings), [sheets, settings])
  const choices = useMemo(
    () => [
      ...(code ? [{ kind: code.kind === 'react' ? 'React' : 'Element', text: code.text }] : []),
      { kind: 'Markup', text: rendered },
    ],
    [code, rendered],
  )
  const [kind, setKind] = useState<string>()
  const [isCopied, setCopied] = useState(false)
  const shown = choices.find((each) => each.kind === kind) ?? choices[0]!
  const copy = () =>
    void navigator.clipboard.writeText(shown.text).then(() => {
      setCopied(true)
      setTimeout(() => setCopied(false), 1500)
    })
  return (
    <div>
      <div className="flex items-center gap-1 border-b border-line px-2 py-0.5">
        {choices.map((each) => (
          <button
            key={each.kind}
            type="button"
            className="control"
            aria-pressed={each === shown}
            onClick={() => setKind(each.kind)}
          >
            {each.kind}
          </button>
        ))}
        <button type="button" className="control ml-auto" onClick={copy}>
          {isCopied ? <Check size={12} aria-hidden /> : <Copy size={12} aria-hidden />}
          {isCopied ? 'Copied' : 'Copy'}
        </button>
        <span role="status" className="sr-only">
          {isCopied ? 'The code was copied' : ''}
        </span>
      </div>
      <pre
        tabIndex={0}
        data-code={shown.kind}
        className="num max-h-56 overflow-auto bg-sheet p-2 leading-5 break-words whitespace-pre-wrap"
      >
        {shown.text}
      </pre>
    </div>
  )
}
