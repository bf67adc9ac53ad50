import { z } from 'zod'
import { described, jsonValue, kebabName } from '../names'
import { stepSchema } from '../steps'

export const scenarioSchema = z.strictObject({
  name: described(z.string().min(1), 'What it is called.', 'The hint waits 600 ms'),
  about: described(z.string().optional(), 'One sentence about it.', 'A passing pointer shows nothing.'),
  start: described(z.record(kebabName, jsonValue).optional(), 'Values of axes, contexts or props to start with.', {
    placement: 'right',
  }),
  steps: described(z.array(stepSchema).min(1), 'What is done and expected, one after another.', [
    { hover: 'trigger' },
    { eventually: { tip: { visible: 'yes' } } },
  ]),
})

export type ScenarioFile = z.output<typeof scenarioSchema>
