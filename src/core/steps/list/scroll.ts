import { z } from 'zod'
import { described } from '../../names'
import { defineAct } from '../defineStep'
import { offsetSchema, readTarget, targetSchema } from '../target'

export const scroll = defineAct({
  kind: 'scroll',
  does: 'input',
  about: 'Scrolls a part into view, or turns the wheel over one.',
  example: { on: 'list', by: [0, 120] },
  schema: z.union([
    targetSchema,
    z.strictObject({
      on: described(targetSchema.optional(), 'Over what the wheel is turned; the page where it is left out.', 'list'),
      by: described(offsetSchema, 'How far: across, down, in px.', [0, 120]),
    }),
  ]),
  mentions: [
    { at: [], names: 'part' },
    { at: ['on'], names: 'part' },
  ],
  read: (context, given, path) => {
    const isWheel = typeof given === 'object' && 'by' in given
    const { on = 'page', by } = isWheel ? given : { on: given, by: undefined }
    return { target: readTarget(context, on, path), ...(by && { by }) }
  },
})
