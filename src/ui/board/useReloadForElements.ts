'use client'

import { useEffect, useRef } from 'react'
import type { BoardModel } from './model'

/** Loads a frame anew when the code of a custom element changes: its name can be defined only once in a page. */
export function useReloadForElements({ component }: Pick<BoardModel, 'component'>, reload: () => void) {
  const code = Object.values(component.pieces)
    .map((piece) => (piece.kind === 'element' ? piece.module.text : ''))
    .join('')
  const last = useRef(code)
  useEffect(() => {
    if (last.current === code) return
    last.current = code
    reload()
  }, [code, reload])
}
