'use client'

import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import { renameEdits, renameInGuide, renameInTemplate, type Preference, type Rename } from '@/core/edit'
import { readSheet } from '@/core/sheet'
import { editYaml, readYaml, type YamlEdit } from '@/core/yaml'
import { useLibraryEvents } from '../live'
import { statusOf, type Session, type Step } from './session'
import { useSession } from './useSession'

/** A component that is being defined: its texts, how it looks with them, and the ways to change, save and undo. */
export function useDefinition(library: string, slug: string) {
  const client = useQueryClient()
  const { session, latest, send } = useSession(library, slug)
  const [folderProblem, setFolderProblem] = useState<string>()
  useLibraryEvents(library, ({ components, problem }) => {
    setFolderProblem(problem)
    const head = components.find((each) => each.slug === slug)?.head
    if (head !== undefined) send({ kind: 'head', head })
  })
  const { definition } = session
  const revision = definition?.base
  useEffect(() => {
    if (revision !== undefined) void client.invalidateQueries({ queryKey: ['board', library, slug] })
  }, [client, library, slug, revision])

  const file = definition?.file ?? ''
  const text = session.texts[file] ?? ''
  // The last state of the sheet that could be read: the tables show it while the text is being typed.
  const sheet = useLastGood(useMemo(() => (text ? readSheet(text, file).sheet : undefined), [text, file]))
  const commands = useMemo(() => commandsOf(latest, send), [latest, send])
  return {
    definition,
    texts: session.texts,
    sheet,
    preview: session.preview,
    status: statusOf(session),
    problems: session.problems,
    /** All of it is saved. */
    isClean: session.unsaved.size === 0,
    folderProblem,
    /** Why the component could not be loaded at all. */
    error: !definition && session.failure !== undefined ? new Error(session.failure) : null,
    ...commands,
  }
}

export type Defining = ReturnType<typeof useDefinition>

/** What somebody can do with a component. Each works on the newest texts, not on those of the last rendering. */
function commandsOf(latest: () => Session, send: ReturnType<typeof useSession>['send']) {
  const change = (texts: Readonly<Record<string, string>>, when: 'now' | 'later') =>
    send({ kind: 'changed', texts, when, at: performance.now() })
  const changeSheet = (work: (text: string, path: string) => Record<string, string>) => {
    const { definition, texts } = latest()
    const path = definition?.file
    if (path === undefined) return
    try {
      change(work(texts[path]!, path), 'now')
    } catch (error) {
      // The text is half typed: nothing is changed in it until it can be read.
      const [reason] = (error as Error).message.split('\n')
      const message = `not changed, since the sheet cannot be read as it stands: ${reason}`
      send({ kind: 'not-changed', problem: { file: path, line: 1, column: 1, message } })
    }
  }
  return {
    change,
    edit: (edits: readonly YamlEdit[]) => {
      if (edits.length > 0) changeSheet((text, path) => ({ [path]: editYaml(text, edits) }))
    },
    rename: (what: Rename) => changeSheet((text, path) => renamed(latest().texts, path, text, what)),
    save: (prefer?: Preference) => send({ kind: 'wanted', want: { kind: 'save', ...(prefer && { prefer }) } }),
    step: (step: Step) => send({ kind: 'wanted', want: { kind: 'step', step } }),
    discard: () => send({ kind: 'discarded' }),
  }
}

function renamed(texts: Session['texts'], path: string, text: string, what: Rename): Record<string, string> {
  const next: Record<string, string> = { [path]: editYaml(text, renameEdits(readYaml(text, path).value, what)) }
  for (const [other, before] of Object.entries(texts)) {
    const after = other.endsWith('.liquid')
      ? renameInTemplate(before, what)
      : other.endsWith('.md')
        ? renameInGuide(before, what)
        : before
    if (after !== before) next[other] = after
  }
  return next
}

function useLastGood<T>(value: T | undefined): T | undefined {
  const last = useRef(value)
  useEffect(() => {
    if (value !== undefined) last.current = value
  }, [value])
  return value ?? last.current
}
