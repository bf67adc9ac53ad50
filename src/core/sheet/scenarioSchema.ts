import { z } from 'zod'
import { described, jsonValue, startName } from '../names'
import { placeSchema } from './placeSchema'
import { stepSchema } from '../steps'

export const scenarioSchema = z.strictObject({
  name: described(z.string().min(1), 'What it is called.', 'The hint waits 600 ms'),
  about: described(z.string().optional(), 'One sentence about it.', 'A passing pointer shows nothing.'),
  start: described(
    z.record(startName, jsonValue).optional(),
    'Values of axes, contexts or props to start with, looked up in this order; `prop.NAME` where an axis has the name too.',
    {
      placement: 'right',
    },
  ),
  place: described(
    placeSchema.optional(),
    'Where the component stands in the window, in place of what `stage` says: at the edge a list may open the other way.',
    { x: 'center', y: 'end' },
  ),
  window: described(
    z
      .strictObject({
        width: described(z.number().int().positive().max(10_000).optional(), 'In px.', 390),
        height: described(z.number().int().positive().max(10_000).optional(), 'In px.', 500),
      })
      .optional(),
    'Size of the window, in place of the library’s; a context of widths has the last word.',
    { width: 390, height: 500 },
  ),
  steps: described(z.array(stepSchema).min(1), 'What is done and expected, one after another.', [
    { hover: 'trigger' },
    { eventually: { tip: { visible: 'yes' } } },
  ]),
})

export type ScenarioFile = z.output<typeof scenarioSchema>
