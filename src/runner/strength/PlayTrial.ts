import type { PlayBreak, StageEdit, StyleBreak } from '@/core/breaks'
import type { Trial } from './Trial'

/** A break of what a component does in scenarios, while it is tried. */
export class PlayTrial {
  noticed = false
  /** The first scenario in which it changes something. */
  changedIn: string | undefined

  /** @param isOwn it is tried here */
  constructor(
    readonly broken: PlayBreak,
    readonly isOwn: boolean,
  ) {}

  get isEffective(): boolean {
    return this.noticed || this.changedIn !== undefined
  }
}

/** A break of styles that may show in scenarios only. */
export type StyleTrial = Trial & { broken: StyleBreak<StageEdit & { do: 'styles' }> }

// What cases that stand still cannot show.
const IN_TIME = /^(transition|animation|scroll|overflow|pointer-events|touch-action|user-select)/

/** Whether a break that no case noticed is tried in scenarios too. */
export const mayShowInTime = (trial: Trial): trial is StyleTrial =>
  'properties' in trial.broken &&
  trial.broken.edit.do === 'styles' &&
  !trial.noticed &&
  (trial.broken.kind === 'state' || trial.broken.properties.some((property) => IN_TIME.test(property)))
