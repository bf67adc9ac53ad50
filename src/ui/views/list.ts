import { behaviourView } from '../behaviour'
import { defineComponentView } from '../define'
import { guideView } from '../guide'
import { matrixView } from '../matrix'
import { runsView } from '../runs'
import { specView } from '../spec'

/** A component's views, in the order of the work. */
export const VIEWS = [defineComponentView, matrixView, specView, behaviourView, guideView, runsView] as const
