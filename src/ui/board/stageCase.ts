import type { Case } from '@/core/matrix'
import { settingsOf, type Reachable } from '@/core/plan'
import { stageCaseOf, type StageCase, type StageContext } from '@/stage'

/** A case as the stage takes it. */
export const stageCase = (reachable: Reachable, { key, values }: Case): StageCase =>
  stageCaseOf({ key, settings: settingsOf(reachable, values) })

/** The context that surrounds a case, by its place among a model's contexts. */
export const contextOf = (contexts: readonly StageContext[], values: Readonly<Record<string, string>>): number =>
  Math.max(
    0,
    contexts.findIndex((context) => Object.entries(context.values).every(([name, value]) => values[name] === value)),
  )
