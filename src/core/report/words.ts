import type { ComponentReport, ScenarioReport } from './reportSchema'

type Group = NonNullable<ComponentReport['pictures']['groups']>[number]

/** Why pictures have changed, in one line. */
export const whyChanged = ({ causes }: Pick<Group, 'causes'>): string =>
  causes.map(({ text }) => text).join('; ') || 'nothing that was read explains it'

/** The step that a scenario does not get past. */
export const failedStep = ({ steps }: Pick<ScenarioReport, 'steps'>): ScenarioReport['steps'][number] | undefined =>
  steps.find(({ verdict }) => verdict === 'misses' || verdict === 'unread')
