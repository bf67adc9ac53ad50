'use client'

import { Tabs } from 'radix-ui'
import { useMemo, useRef } from 'react'
import type { Lint } from '@/core/lint'
import type { Problem } from '@/core/problem'
import type { Sheet } from '@/core/sheet'
import { CodeEditor, troublesOf } from './CodeEditor'
import { sheetCompletion } from './completeSheet'

export interface SourceProps {
  texts: Readonly<Record<string, string>>
  file: string
  open: string
  onOpen(path: string): void
  sheet?: Sheet
  problems: readonly Problem[]
  lints: readonly Lint[]
  onType(path: string, text: string): void
  onSave(): void
  goTo: { line: number } | undefined
}

/** A component's files, the sheet's own text among them. */
export function Source({ texts, file, open, onOpen, sheet, problems, lints, onType, onSave, goTo }: SourceProps) {
  const folder = file.slice(0, file.lastIndexOf('/') + 1)
  const paths = Object.keys(texts).toSorted((a, b) => rank(a) - rank(b) || a.localeCompare(b))
  const path = paths.includes(open) ? open : (paths[0] ?? file)
  const latest = useRef(sheet)
  latest.current = sheet
  const complete = useMemo(() => sheetCompletion(() => latest.current), [])
  const troubles = useMemo(() => troublesOf(path, problems, lints), [problems, lints, path])
  return (
    <Tabs.Root value={path} onValueChange={onOpen} activationMode="manual" className="flex h-full min-h-0 flex-col">
      <Tabs.List aria-label="Files" className="flex flex-wrap border-b border-line bg-paper">
        {paths.map((each) => (
          <Tabs.Trigger
            key={each}
            value={each}
            className="num border-r border-line px-2 py-0.5 data-[state=active]:bg-sheet data-[state=inactive]:text-quiet"
          >
            {each.startsWith(folder) ? each.slice(folder.length) : each}
            {problems.some((problem) => problem.file === each) && (
              <span className="text-miss">
                {' '}
                ◤<span className="sr-only">has errors</span>
              </span>
            )}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value={path} className="min-h-0 flex-1" tabIndex={-1}>
        <CodeEditor
          path={path}
          text={texts[path] ?? ''}
          troubles={troubles}
          onType={(text) => onType(path, text)}
          onSave={onSave}
          complete={complete}
          {...(goTo && { goTo })}
        />
      </Tabs.Content>
    </Tabs.Root>
  )
}

const ORDER = [/\.liquid$/, /\.tsx?$/, /\.jsx?$/, /\.s?css$/, /\.sheet\.yaml$/]
const rank = (path: string) => {
  const at = ORDER.findIndex((pattern) => pattern.test(path))
  return at < 0 ? ORDER.length : at
}
