'use client'

import { useEffect, useMemo, useRef, useState } from 'react'
import type { BoardModel } from '@/contract'
import { defaultCase } from '@/core/matrix'
import { LiveCase } from './LiveCase'

// Half a window above and below.
const NEAR = '50% 0px'

/**
 * A component's default case, live, as wide as the place where it stands. Far from what is in sight there is nothing: each case
 * takes a process, and a library may have hundreds.
 */
export function DefaultCase({ model, height }: { model: BoardModel; height: number }) {
  const box = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(0)
  useEffect(() => {
    const element = box.current!
    const watch = new IntersectionObserver(
      (entries) => setWidth(entries.at(-1)!.isIntersecting ? element.clientWidth : 0),
      { rootMargin: NEAR },
    )
    watch.observe(element)
    return () => watch.disconnect()
  }, [])
  const theCase = useMemo(() => defaultCase(model.space), [model])
  return (
    <div ref={box} style={{ height }}>
      {width > 0 && <LiveCase model={model} theCase={theCase} width={width} height={height} />}
    </div>
  )
}
