import type { Case } from '@/core/matrix'
import { othersOf, settingsOf } from '@/core/plan'
import { stageCaseOf, type StageCase, type StageContext } from '@/stage'
import type { BoardModel } from './model'

/** A case as the stage takes it. */
export const stageCase = ({ reachable, nested }: BoardModel, { key, values }: Case): StageCase =>
  stageCaseOf({ key, settings: settingsOf(reachable, values, othersOf(nested)) })

/** The context that surrounds a case, by its place among a model's contexts. */
export const contextOf = (contexts: readonly StageContext[], values: Readonly<Record<string, string>>): number =>
  Math.max(
    0,
    contexts.findIndex((context) => Object.entries(context.values).every(([name, value]) => values[name] === value)),
  )
