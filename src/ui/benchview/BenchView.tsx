'use client'

import { Bench } from '../bench'
import { NotYet } from '../editing'
import type { ViewProps } from '../frame'
import { useBenchModel } from './useBenchModel'

/** A component's bench by itself, in all of the window. */
export function BenchView({ library, slug }: ViewProps) {
  const { model, bring, error } = useBenchModel(library.id, slug)
  if (!model) return <NotYet error={error} />
  return (
    <main className="min-h-0 flex-1 overflow-auto">
      <h1 className="sr-only">{model.name}, bench</h1>
      <Bench model={model} onBring={bring} fills />
    </main>
  )
}
