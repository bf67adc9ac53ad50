'use client'

import { Bench } from '../bench'
import { NotYet } from '../editing'
import { ViewHead, type ViewProps } from '../frame'
import { useBenchModel } from './useBenchModel'

/** A component's bench by itself, in all of the window. */
export function BenchView({ library, slug }: ViewProps) {
  const { model, bring, error } = useBenchModel(library.id, slug)
  return (
    <>
      <ViewHead />
      {model ? (
        <main className="min-h-0 flex-1 overflow-auto">
          <h1 className="sr-only">{model.name}, bench</h1>
          <Bench model={model} onBring={bring} fills />
        </main>
      ) : (
        <NotYet error={error} />
      )}
    </>
  )
}
