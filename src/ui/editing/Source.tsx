'use client'

import { Tabs } from 'radix-ui'
import { useMemo, useRef, type ReactNode } from 'react'
import type { Lint } from '@/core/lint'
import type { Problem } from '@/core/problem'
import type { Sheet } from '@/core/sheet'
import { CodeEditor, troublesOf } from './CodeEditor'
import { sheetCompletion } from './completeSheet'
import { templateMembers } from './templateNames'

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
  /** What can be done with the file that is open. */
  tools?: ((open: string) => ReactNode) | undefined
}

/** A component's files, the sheet's own text among them. */
export function Source({
  texts,
  file,
  open,
  onOpen,
  sheet,
  problems,
  lints,
  onType,
  onSave,
  goTo,
  tools,
}: SourceProps) {
  const folder = file.slice(0, file.lastIndexOf('/') + 1)
  const paths = Object.keys(texts).toSorted((a, b) => rank(a) - rank(b) || a.localeCompare(b))
  const path = paths.includes(open) ? open : (paths[0] ?? file)
  const latest = useRef(sheet)
  latest.current = sheet
  const complete = useMemo(() => sheetCompletion(() => latest.current), [])
  const troubles = useMemo(() => troublesOf(path, problems, lints), [problems, lints, path])
  return (
    <Tabs.Root value={path} onValueChange={onOpen} activationMode="manual" className="flex h-full min-h-0 flex-col">
      <div className="flex items-center border-b border-line bg-paper">
        <Tabs.List aria-label="Files" className="flex flex-wrap">
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
        {tools?.(path)}
      </div>
      <Tabs.Content value={path} className="min-h-0 flex-1" tabIndex={-1}>
        <CodeEditor
          path={path}
          text={texts[path] ?? ''}
          troubles={troubles}
          onType={(text) => onType(path, text)}
          onSave={onSave}
          complete={complete}
          members={(names) => templateMembers(names, sheet)}
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
