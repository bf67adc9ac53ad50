import { z } from 'zod'
import { described } from '../../names'
import { defineAct } from '../defineStep'
import { offsetSchema, readTarget, targetSchema } from '../target'

export const drag = defineAct({
  kind: 'drag',
  does: 'input',
  about: 'Presses the mouse at one place, moves it to another or by a distance, and lets go.',
  example: { from: 'thumb', by: [40, 0] },
  schema: z.strictObject({
    from: described(targetSchema, 'Where the button is pressed.', 'thumb'),
    to: described(targetSchema.optional(), 'Where it is let go.', 'track'),
    by: described(offsetSchema.optional(), 'Or by how far it is moved: across, down, in px.', [40, 0]),
  }),
  mentions: [
    { at: ['from'], names: 'part' },
    { at: ['to'], names: 'part' },
  ],
  read: (context, { from, to, by }, path) => {
    if ((to === undefined) === (by === undefined))
      context.issue({ code: 'bad-expectation', path, message: '"drag" needs either "to" or "by"' })
    return {
      from: readTarget(context, from, [...path, 'from']),
      ...(to !== undefined && { to: readTarget(context, to, [...path, 'to']) }),
      ...(by && { by }),
    }
  },
})
