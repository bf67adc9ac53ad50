import { z } from 'zod'
import { kebabName } from '../names'
import { stepSchema } from '../steps'

export const scenarioSchema = z.strictObject({
  name: z.string().min(1),
  about: z.string().optional(),
  start: z.record(kebabName, z.json()).optional(),
  steps: z.array(stepSchema).min(1),
})

export type ScenarioFile = z.output<typeof scenarioSchema>
