import { z } from 'zod'
import { defineAct } from '../defineStep'
import { offsetSchema, readTarget, targetSchema } from '../target'

export const scroll = defineAct({
  kind: 'scroll',
  does: 'input',
  about: 'Scrolls a part into view, or turns the wheel over one.',
  example: { on: 'list', by: [0, 120] },
  schema: z.union([targetSchema, z.strictObject({ on: targetSchema.optional(), by: offsetSchema })]),
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
