import type { Case } from '@/core/matrix'
import { settingsOf, type Reachable } from '@/core/plan'
import type { StageCase, StageContext } from '@/stage'

/** A case as the stage takes it. */
export function stageCase(reachable: Reachable, { key, values }: Case): StageCase {
  const { props, slots, changes, forced } = settingsOf(reachable, values)
  return { key, props, slots, changes, forced }
}

/** The context that surrounds a case, by its place among a model's contexts. */
export const contextOf = (contexts: readonly StageContext[], values: Readonly<Record<string, string>>): number =>
  Math.max(
    0,
    contexts.findIndex((context) => Object.entries(context.values).every(([name, value]) => values[name] === value)),
  )
