'use client'

import { useCallback, useMemo } from 'react'
import type { Lint } from '@/core/lint'
import { useStable } from '../hooks'
import { CodeEditor, troublesOf } from './CodeEditor'
import { sheetCompletion } from './completeSheet'
import type { Ready } from './Editing'

const NO_LINTS: readonly Lint[] = []

/** The sheet as text, beside the things of a kind that it holds, such as its rules: each follows the other. */
export function SheetText({
  ready: { definition, texts, sheet, preview, problems, change, save },
  lines,
  going,
  onThing,
}: {
  ready: Ready
  /** The line of each of these things, from the first on. */
  lines: readonly number[]
  /** Where the text is to go. @defaultValue the first of them */
  going: { line: number } | undefined
  /** The cursor stands in one of them. */
  onThing(index: number): void
}) {
  const { file } = definition
  const lints = preview?.lints ?? NO_LINTS
  const troubles = useMemo(() => troublesOf(file, problems, lints), [problems, lints, file])
  // Where it opens: later edits move no one away.
  const start = useStable({ line: lines[0] ?? 1 }, String(lines.length === 0))
  const complete = useMemo(() => sheetCompletion(() => sheet), [sheet])
  const onLine = useCallback(
    (line: number) => {
      const at = lines.findLastIndex((each) => each <= line)
      if (at >= 0) onThing(at)
    },
    [lines, onThing],
  )
  return (
    <section aria-label="The sheet as text" className="min-h-0 min-w-0">
      <CodeEditor
        path={file}
        text={texts[file] ?? ''}
        onType={(next) => change({ [file]: next }, 'later')}
        onSave={() => save()}
        goTo={going ?? start}
        quietly
        {...{ troubles, onLine, complete }}
      />
    </section>
  )
}
