'use client'

import { fromBoardSchema, type FromBoard, type ToBoard } from '@/stage'
import { useStageFrame } from './useStageFrame'

/** The frame of a board of cases. */
export const useBoardFrame = (slug: string, onMessage: (message: FromBoard) => void) =>
  useStageFrame<ToBoard, FromBoard>('board', slug, fromBoardSchema, onMessage)
