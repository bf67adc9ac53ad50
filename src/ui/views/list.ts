import { benchView } from '../benchview'
import { behaviourView } from '../behaviour'
import { defineComponentView } from '../define'
import { guideView } from '../guide'
import { matrixView } from '../matrix'
import { runsView } from '../runs'
import { specView } from '../spec'
import { strengthView } from '../strength'

/** A component's views, in the order of the work. */
export const VIEWS = [
  defineComponentView,
  matrixView,
  specView,
  behaviourView,
  strengthView,
  guideView,
  benchView,
  runsView,
] as const
