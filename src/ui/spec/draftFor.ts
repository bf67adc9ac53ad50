import { draftSpec, type Draft } from '@/core/draft'
import { isSpecifiedIn } from '@/core/edit'
import { unspecifiedReadings } from '@/core/lint'
import type { Dimension } from '@/core/matrix'
import type { Sheet } from '@/core/sheet'
import { coverageOf, type Survey } from '@/core/survey'

/** What is to be drafted. */
export type DraftAim =
  /** Only what varies and no rule speaks of. */
  | { kind: 'gaps' }
  /** Everything that is set or varies and no rule covers. */
  | { kind: 'unspoken' }
  | { kind: 'reading'; part: string; reading: string }
  /** What changes along an axis whose values the rules cannot tell apart. */
  | { kind: 'axis'; axis: string }

export interface DraftOrder {
  survey: Survey
  dimensions: readonly Dimension[]
  spec: Sheet['data']['spec']
  aim: DraftAim
}

/** Drafts what is asked for. */
export function draftFor({ survey, dimensions, spec, aim }: DraftOrder): Draft {
  const isSpecified = isSpecifiedIn({ data: { spec } })
  if (aim.kind === 'unspoken') return draftSpec(survey, dimensions, { skip: isSpecified })
  if (aim.kind === 'reading') return only([aim])
  const coverage = coverageOf(survey, dimensions, isSpecified)
  if (aim.kind === 'gaps') return only(unspecifiedReadings(coverage))
  const along = new Set(
    coverage.filter((each) => each.along.includes(aim.axis)).map(({ part, reading }) => `${part}|${reading}`),
  )
  return draftSpec(survey, dimensions, {
    skip: (part, reading) => isSpecified(part, reading) || !along.has(`${part}|${reading}`),
  })

  function only(wanted: readonly { part: string; reading: string }[]): Draft {
    return draftSpec(survey, dimensions, {
      only: (part, reading) => wanted.some((each) => each.part === part && each.reading === reading),
    })
  }
}
