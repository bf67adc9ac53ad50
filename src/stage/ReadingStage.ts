import type { PseudoBoxes, StageProbe, StageReadings, StageRequest } from './protocol'
import type { ProbeAnswer } from './read'

/** What reading asks of any page in which cases stand. */
export interface ReadingStage {
  read(
    profiles: readonly (readonly StageRequest[])[],
    profileOf: readonly number[],
    pseudoBoxes: PseudoBoxes,
  ): StageReadings
  probe(probes: readonly StageProbe[]): ProbeAnswer[]
  /** One match of a part in a case, from 1. */
  elementOf(index: number, part: string, match: number): Element | undefined
}
