'use client'

import { Redo2, Undo2 } from 'lucide-react'
import { useContext, useEffect, type ReactNode } from 'react'
import { Link, undoKeys, useKeys, ViewContext } from '../frame'
import { IconButton } from './fields'
import { StatusLine } from './StatusLine'
import type { Defining } from './useDefinition'

/** Undo, redo, and how what is on the screen stands to what is saved; with their keys. */
export function EditingBar({ defining, children }: { defining: Defining; children?: ReactNode }) {
  const { definition, status, step, save } = defining
  useKeys(
    undoKeys(
      () => definition?.undo !== undefined && step({ kind: 'undo' }),
      () => definition?.redo !== undefined && step({ kind: 'redo' }),
    ),
  )
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key === 's') {
        event.preventDefault()
        save()
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [save])
  return (
    <div className="flex flex-wrap items-center gap-2 border-b border-line bg-sheet px-3 py-1">
      <IconButton label="Undo" disabled={definition?.undo === undefined} onClick={() => step({ kind: 'undo' })}>
        <Undo2 size={14} aria-hidden />
      </IconButton>
      <IconButton label="Redo" disabled={definition?.redo === undefined} onClick={() => step({ kind: 'redo' })}>
        <Redo2 size={14} aria-hidden />
      </IconButton>
      <StatusLine defining={defining} status={status} />
      <span className="ml-auto" />
      {children}
    </div>
  )
}

/** What stands in a view while its component is on its way, or cannot be had. */
export function NotYet({ error }: { error: Error | null }) {
  const place = useContext(ViewContext)
  return (
    <main className="p-4">
      {error ? (
        <div role="alert">
          <p className="whitespace-pre-wrap text-miss">{error.message}</p>
          {place && (
            <p className="mt-2">
              <Link className="underline underline-offset-2" href={`/${place.library.id}/${place.slug}/define`}>
                Open its files in Define
              </Link>
            </p>
          )}
        </div>
      ) : (
        <p className="text-quiet">Loading …</p>
      )}
    </main>
  )
}
