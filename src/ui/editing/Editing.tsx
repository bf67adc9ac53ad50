'use client'

import { useState, type ReactNode } from 'react'
import type { Sheet } from '@/core/sheet'
import type { Definition } from '@/contract'
import { NotYet } from './EditingBar'
import { Unreadable } from './Unreadable'
import { useDefinition, type Defining } from './useDefinition'

/** A component that is being edited, once it has been loaded. */
export type Ready = Defining & { definition: Definition; sheet: Sheet }

/** What views in which a component is changed share: until it is loaded they show that, or why it cannot be. */
export function Editing({
  library,
  slug,
  children,
}: {
  library: string
  slug: string
  children(ready: Ready): ReactNode
}) {
  const defining = useDefinition(library, slug)
  const { definition, sheet, status, error } = defining
  // The text stays while it is being mended: the view comes when that is saved.
  const [isMending, setMending] = useState(false)
  const isUnread = definition !== undefined && !sheet
  if (isUnread && !isMending) setMending(true)
  else if (isMending && !isUnread && status.kind === 'saved') setMending(false)
  if (definition && (isMending || !sheet)) return <Unreadable {...{ defining, definition }} />
  if (definition && sheet) return children({ ...defining, definition, sheet })
  return <NotYet error={error} />
}
