'use client'

import { useCallback, useContext, useEffect, useRef } from 'react'
import type { BoardModel } from '@/contract'
import { codeTexts, fromBoardSchema, type FromBoard, type ToBoard } from '@/stage'
import { Ground } from './ground'
import { noteSideEffect } from './isolation'
import { useStageFrame } from './useStageFrame'

/** The frame of a board of cases. Whoever shows it takes its model from `useIsolation`, which hears of what is found here. */
export function useBoardFrame(model: BoardModel, onMessage: (message: FromBoard) => void) {
  const frame = useStageFrame<ToBoard, FromBoard>('board', model.slug, fromBoardSchema, (message) => {
    if (message.type === 'sideEffect') noteSideEffect(model, message.reason)
    else if (message.type === 'opened' && message.sideEffect !== undefined) {
      noteSideEffect(model, message.sideEffect)
      if (!model.canForceIsolation) onMessage(message)
    } else onMessage(message)
  })
  useReloadFor(model, frame.reload)
  const ground = useContext(Ground)
  const { send } = frame
  const sendOnGround = useCallback(
    (message: ToBoard) => send(message.type === 'open' && ground !== undefined ? { ...message, ground } : message),
    [send, ground],
  )
  return { ...frame, send: sendOnGround }
}

/**
 * Loads a frame anew when the code of a custom element changes, since its name can be defined only once in a page, and when the
 * component turns out to need a document of its own: what it has left in this one is not to be there.
 */
function useReloadFor({ component }: BoardModel, reload: () => void) {
  const hasElement = Object.values(component.pieces).some(({ kind }) => kind === 'element')
  const code = hasElement ? codeTexts(component).join('') : ''
  const now = `${component.isolated}${code}`
  const last = useRef(now)
  useEffect(() => {
    if (last.current === now) return
    last.current = now
    reload()
  }, [now, reload])
}
