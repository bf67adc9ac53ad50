import { draftSpec, type Draft } from '@/core/draft'
import { spokenOf } from '@/core/edit'
import { unspecifiedReadings } from '@/core/lint'
import type { Dimension } from '@/core/matrix'
import type { Sheet } from '@/core/sheet'
import { coverageOf, type Survey } from '@/core/survey'

/** What is to be drafted: only what varies and no rule speaks of, one reading, or all that no rule speaks of. */
export type DraftAim = { kind: 'gaps' } | { kind: 'unspoken' } | { kind: 'reading'; part: string; reading: string }

export interface DraftOrder {
  survey: Survey
  dimensions: readonly Dimension[]
  spec: Sheet['data']['spec']
  aim: DraftAim
}

self.onmessage = ({ data }: MessageEvent<DraftOrder>) => self.postMessage(carryOut(data))

function carryOut({ survey, dimensions, spec, aim }: DraftOrder): Draft {
  const isSpoken = spokenOf({ data: { spec } })
  if (aim.kind === 'unspoken') return draftSpec(survey, dimensions, { skip: isSpoken })
  const gaps = aim.kind === 'reading' ? [aim] : unspecifiedReadings(coverageOf(survey, dimensions, isSpoken))
  return draftSpec(survey, dimensions, {
    only: (part, reading) => gaps.some((gap) => gap.part === part && gap.reading === reading),
  })
}
