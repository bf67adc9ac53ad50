import { z } from 'zod'
import { defineAct } from '../defineStep'
import { readTarget } from '../target'

export const focus = defineAct({
  kind: 'focus',
  does: 'input',
  about: 'Goes to a part by Tab, as far as Tab leads; a part that it does not reach is focused, and told.',
  example: 'field',
  schema: z.string().min(1),
  mentions: [{ at: [], names: 'part' }],
  read: (context, given, path) => ({ target: readTarget(context, given, path) }),
})
