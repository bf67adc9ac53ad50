import { MATCH_SEPARATOR } from '@/core/readings'
import { findParts, type MountedCase } from './findPart'
import type { StageComponent } from './protocol'
import { propertyText } from './read'
import type { Said } from './RunnerStage'

interface Asked {
  component: StageComponent
  caseAt(index: number): MountedCase
}

/** Properties as the component's own world knows them; null where a part is not there. */
export const sayProperties = (stage: Asked, asked: readonly Said[]): (string | null)[] =>
  asked.map(({ caseIndex, part, index, property }) => {
    const matches = findParts(stage.component, stage.caseAt(caseIndex), part)
    const wanted = index === 'all' ? matches : matches.slice(index - 1, index)
    return wanted.length === 0 ? null : wanted.map((each) => propertyText(each, property)).join(MATCH_SEPARATOR)
  })
