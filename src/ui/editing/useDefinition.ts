'use client'

import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import {
  renameEdits,
  renameInGuide,
  renameInTemplate,
  type Preference,
  type Rename,
  type TextConflict,
} from '@/core/edit'
import type { Problem } from '@/core/problem'
import { readSheet } from '@/core/sheet'
import { editYaml, readYaml, type YamlEdit } from '@/core/yaml'
import { request } from '../live'
import type { Definition, Look, SaveAnswer } from './definition'

// The stage follows a pause in typing of this length; what is typed is kept at the same time.
const FOLLOW_MS = 120
// Somebody who types without a pause loses no more than this.
const KEEP_AT_LEAST_MS = 700
// A longer pause, and what can be read is saved.
const SAVE_AFTER_MS = 2500

export type Status =
  | { kind: 'saved' }
  | { kind: 'typing' }
  | { kind: 'saving' }
  | { kind: 'broken' }
  | { kind: 'offline'; message: string }
  | { kind: 'conflict'; conflicts: TextConflict[] }

/** Names this tab's drafts, so that two tabs never overwrite each other's. */
function tabName(): string {
  const known = sessionStorage.getItem('brelt-tab')
  if (known) return known
  const made = crypto.randomUUID()
  sessionStorage.setItem('brelt-tab', made)
  return made
}

/** A component that is being defined: its texts, how it looks with them, and the ways to change, save and undo. */
export function useDefinition(library: string, slug: string) {
  const address = `/api/libraries/${library}/components/${slug}`
  const client = useQueryClient()
  const { data, error } = useQuery({
    queryKey: ['define', library, slug],
    queryFn: () => request<Definition>(`${address}/define`),
    staleTime: 0,
    gcTime: 0,
  })
  const [definition, setDefinition] = useState<Definition>()
  const [texts, setTexts] = useState<Record<string, string>>({})
  const [look, setLook] = useState<Look>()
  const [status, setStatus] = useState<Status>({ kind: 'saved' })
  const [problems, setProblems] = useState<readonly Problem[]>([])
  // What timers and answers need is the newest, not what stood when they were set up.
  const now = useRef({
    texts,
    saved: {} as Record<string, string>,
    base: 0,
    dirty: new Set<string>(),
    busy: false,
    asked: 0,
    // Drafts of other tabs that this one has taken up.
    taken: [] as { path: string; tab: string }[],
  })
  const timers = useRef<{ follow?: number; save?: number; since?: number }>({})

  const adopt = useCallback((next: Definition) => {
    const { current } = now
    const drafted = next.drafts.filter(({ path, text }) => path in next.texts && text !== next.texts[path])
    const isFirst = current.base === 0
    const kept = Object.fromEntries([...current.dirty].map((path) => [path, current.texts[path]!]))
    const typed = Object.fromEntries(drafted.toReversed().map(({ path, text }) => [path, text]))
    const unsaved = isFirst ? typed : kept
    current.saved = next.texts
    current.dirty = new Set(Object.keys(unsaved))
    // Unsaved texts stay those of the revision that they were typed over: saving merges what has come since.
    if (isFirst) {
      current.base = drafted[0]?.base ?? next.base
      current.taken = drafted.filter(({ tab }) => tab !== tabName())
    } else if (current.dirty.size === 0) current.base = next.base
    current.texts = { ...next.texts, ...unsaved }
    setDefinition(next)
    setTexts(current.texts)
    setLook(next.look)
    if (current.dirty.size === 0) {
      setProblems([])
      setStatus({ kind: 'saved' })
    } else setStatus({ kind: 'typing' })
    return current.dirty.size > 0
  }, [])

  const changedTexts = () => {
    const { current } = now
    return Object.fromEntries([...current.dirty].map((path) => [path, current.texts[path]!]))
  }

  const follow = useCallback(async () => {
    const { current } = now
    window.clearTimeout(timers.current.follow)
    timers.current.since = undefined
    const asked = ++current.asked
    try {
      const next = await request<Look>(`${address}/preview`, {
        method: 'POST',
        body: JSON.stringify({ texts: changedTexts(), drafts: [...current.dirty], tab: tabName(), base: current.base }),
      })
      // The server has them under this tab's name by now: what another tab left is not found again.
      for (const { path, tab } of current.taken.splice(0))
        void fetch(`${address}/preview?${new URLSearchParams({ path, tab })}`, { method: 'DELETE' })
      if (asked !== current.asked) return
      setProblems(next.problems)
      // The last rendering that worked stays while something cannot be read.
      setLook((before) =>
        next.model ? next : { ...next, ...(before?.model && { model: before.model }), lints: before?.lints ?? [] },
      )
      if (current.dirty.size > 0) setStatus(next.problems.length > 0 ? { kind: 'broken' } : { kind: 'typing' })
    } catch (failure) {
      setStatus({ kind: 'offline', message: (failure as Error).message })
    }
  }, [address])

  const reload = useCallback(async () => {
    const next = await client.fetchQuery({
      queryKey: ['define', library, slug],
      queryFn: () => request<Definition>(`${address}/define`),
      staleTime: 0,
    })
    const hasUnsaved = adopt(next)
    void client.invalidateQueries({ queryKey: ['board', library, slug] })
    if (hasUnsaved) void follow()
  }, [client, library, slug, address, adopt, follow])

  const save = useCallback(
    async (prefer?: Preference): Promise<void> => {
      const { current } = now
      window.clearTimeout(timers.current.save)
      if (current.busy || current.dirty.size === 0) return
      current.busy = true
      const sent = changedTexts()
      setStatus({ kind: 'saving' })
      try {
        const answer = await request<SaveAnswer>(`${address}/save`, {
          method: 'POST',
          body: JSON.stringify({ base: current.base, texts: sent, tab: tabName(), ...(prefer && { prefer }) }),
        })
        if (answer.kind === 'conflict') return setStatus({ kind: 'conflict', conflicts: answer.conflicts })
        if (answer.kind === 'refused') {
          setProblems(answer.problems)
          return setStatus({ kind: 'broken' })
        }
        // What was typed while it was being saved is still to be saved, on top of what was.
        for (const [path, text] of Object.entries(sent)) if (current.texts[path] === text) current.dirty.delete(path)
        if (answer.kind === 'saved') current.base = answer.revision
        setProblems([])
        await reload()
      } catch (failure) {
        setStatus({ kind: 'offline', message: (failure as Error).message })
      } finally {
        current.busy = false
      }
      if (current.dirty.size > 0) timers.current.save = window.setTimeout(() => void save(), FOLLOW_MS)
    },
    [address, reload],
  )

  const change = useCallback(
    (next: Record<string, string>, when: 'now' | 'later') => {
      const { current } = now
      for (const [path, text] of Object.entries(next)) {
        if (current.saved[path] === text && !current.busy) current.dirty.delete(path)
        else current.dirty.add(path)
      }
      current.texts = { ...current.texts, ...next }
      setTexts(current.texts)
      window.clearTimeout(timers.current.follow)
      window.clearTimeout(timers.current.save)
      if (when === 'now') return void save()
      setStatus({ kind: 'typing' })
      const at = performance.now()
      const since = (timers.current.since ??= at)
      const delay = Math.max(0, Math.min(FOLLOW_MS, since + KEEP_AT_LEAST_MS - at))
      timers.current.follow = window.setTimeout(() => void follow(), delay)
      timers.current.save = window.setTimeout(() => void save(), SAVE_AFTER_MS)
    },
    [follow, save],
  )

  const file = definition?.file ?? ''
  const text = texts[file] ?? ''
  // The last state of the sheet that could be read: the tables show it while the text is being typed.
  const sheet = useLastGood(useMemo(() => (text ? readSheet(text, file).sheet : undefined), [text, file]))

  const edit = useCallback(
    (edits: readonly YamlEdit[]) => {
      const { current } = now
      const path = definition?.file
      if (path === undefined || edits.length === 0) return
      try {
        change({ [path]: editYaml(current.texts[path]!, edits) }, 'now')
      } catch (error) {
        // The text is half typed: nothing is changed in it until it can be read.
        setProblems([
          {
            file: path,
            line: 1,
            column: 1,
            message: `not changed, since the sheet cannot be read as it stands: ${(error as Error).message.split('\n')[0]}`,
          },
        ])
        setStatus({ kind: 'broken' })
      }
    },
    [change, definition?.file],
  )

  const rename = useCallback(
    (what: Rename) => {
      const { current } = now
      const path = definition?.file
      if (path === undefined) return
      const before = current.texts[path]!
      const next: Record<string, string> = { [path]: editYaml(before, renameEdits(readYaml(before, path).value, what)) }
      for (const [other, old] of Object.entries(current.texts)) {
        const after = other.endsWith('.liquid')
          ? renameInTemplate(old, what)
          : other.endsWith('.md')
            ? renameInGuide(old, what)
            : old
        if (after !== old) next[other] = after
      }
      change(next, 'now')
    },
    [change, definition?.file],
  )

  const back = useCallback(
    async (how: { kind: 'undo' | 'redo' } | { kind: 'restore'; id: number }) => {
      await save()
      const answer = await request<SaveAnswer>(`${address}/history`, { method: 'POST', body: JSON.stringify(how) })
      if (answer.kind === 'refused') setProblems(answer.problems)
      now.current.dirty.clear()
      await reload()
    },
    [address, reload, save],
  )

  const discard = useCallback(async () => {
    for (const path of now.current.dirty)
      await fetch(`${address}/preview?${new URLSearchParams({ path, tab: tabName() })}`, { method: 'DELETE' })
    now.current.dirty.clear()
    await reload()
  }, [address, reload])

  useEffect(() => {
    if (data && adopt(data)) void follow()
  }, [data, adopt, follow])

  useEffect(() => {
    const events = new EventSource(`/api/libraries/${library}/events`)
    events.onmessage = ({ data: told }) => {
      const { components, problem } = JSON.parse(told as string) as {
        components: { slug: string; head: number }[]
        problem?: string
      }
      setFolderProblem(problem)
      const head = components.find((each) => each.slug === slug)?.head
      if (head !== undefined && now.current.base !== 0 && head !== now.current.base && !now.current.busy) void reload()
    }
    return () => events.close()
  }, [library, slug, reload])
  const [folderProblem, setFolderProblem] = useState<string>()

  useEffect(() => {
    const { current } = timers
    // Leaving the page asks for nothing: what was typed is with the server.
    return () => {
      window.clearTimeout(current.follow)
      window.clearTimeout(current.save)
    }
  }, [])

  return {
    definition,
    texts,
    sheet,
    look,
    status,
    problems,
    folderProblem,
    error: error as Error | null,
    change,
    edit,
    rename,
    save,
    back,
    discard,
  }
}

export type Defining = ReturnType<typeof useDefinition>

function useLastGood<T>(value: T | undefined): T | undefined {
  const last = useRef(value)
  useEffect(() => {
    if (value !== undefined) last.current = value
  }, [value])
  return value ?? last.current
}
