'use client'

import type { ReactNode } from 'react'
import type { Sheet } from '@/core/sheet'
import { ViewHead } from '../frame'
import type { Definition } from '@/contract'
import { NotYet } from './EditingBar'
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
  const { definition, sheet, error } = defining
  if (definition && sheet) return children({ ...defining, definition, sheet })
  return (
    <>
      <ViewHead revision={definition?.revisions.length} />
      <NotYet error={error} />
    </>
  )
}
