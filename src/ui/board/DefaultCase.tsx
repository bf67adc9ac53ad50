'use client'

import { useLayoutEffect, useMemo, useRef, useState } from 'react'
import { defaultCase } from '@/core/matrix'
import { LiveCase } from './LiveCase'
import type { BoardModel } from './model'

/** A component's default case, live, as wide as the place where it stands. */
export function DefaultCase({ model, height }: { model: BoardModel; height: number }) {
  const box = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(0)
  useLayoutEffect(() => setWidth(box.current?.clientWidth ?? 0), [])
  const one = useMemo(() => defaultCase(model.space), [model])
  return <div ref={box}>{width > 0 && <LiveCase model={model} one={one} width={width} height={height} />}</div>
}
