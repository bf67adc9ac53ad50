import type { Request } from '@/core/plan'
import type { StageRequest } from '@/stage'

/** A request as the stage takes it. */
export const toStageRequest = ({ target, reading: { name, argument, origin } }: Request): StageRequest => ({
  part: target.part,
  index: target.index,
  name,
  ...(argument !== undefined && { argument }),
  origin,
})
