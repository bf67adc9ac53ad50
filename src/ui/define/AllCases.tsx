'use client'

import { useMemo, useRef, useState } from 'react'
import type { BoardModel } from '@/contract'
import { coverSpace } from '@/core/matrix'
import { defaultPlacement, layOut, useIsolation } from '../board'
import { geometryOf, LiveBoard } from '../matrix'

const ZOOM = 1
const START = { width: 120, height: 60 }

/** Every case of the component as it is being defined, without heads and marks. */
export function AllCases({ model: given }: { model: BoardModel }) {
  const { model } = useIsolation(given)
  const scroller = useRef<HTMLDivElement>(null)
  const [cell, setCell] = useState({ width: 0, height: 0 })
  const [failures, setFailures] = useState<ReadonlyMap<string, string>>(new Map())
  const layout = useMemo(() => layOut(model.space, defaultPlacement(model.space)), [model.space])
  const geometry = useMemo(() => geometryOf(layout, cell.width > 0 ? cell : START, ZOOM), [layout, cell])
  const sample = useMemo(() => {
    const coverage = coverSpace(model.space, 'each')
    return coverage.kind === 'cases' ? coverage.cases : []
  }, [model.space])
  if (model.component.isolated)
    return (
      <p className="p-4 text-quiet">
        Each case of this component needs its own document. The Matrix shows all of them.
      </p>
    )
  return (
    <div ref={scroller} className="absolute inset-0 overflow-auto">
      <div className="relative" style={{ width: geometry.width, height: geometry.height }}>
        <LiveBoard
          {...{ model, layout, geometry, cell, scroller, sample }}
          zoom={ZOOM}
          ownContext={0}
          headHeight={0}
          onSize={(size) =>
            setCell((now) =>
              now.width === size.width && now.height === size.height ? now : { width: size.width, height: size.height },
            )
          }
          onFailures={setFailures}
        />
      </div>
      {failures.size > 0 && (
        <p role="alert" className="sticky bottom-0 bg-sheet p-2 text-miss">
          {[...failures][0]!.join(': ')}
        </p>
      )}
    </div>
  )
}
