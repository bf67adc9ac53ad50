import { z } from 'zod'
import { defineAct } from '../defineStep'

export const press = defineAct({
  kind: 'press',
  does: 'input',
  about: 'Presses a key, or keys held together, on what has the focus.',
  example: 'Shift+Tab',
  schema: z.string().min(1),
  mentions: [],
  read: (_, keys) => ({ keys }),
})

export const type = defineAct({
  kind: 'type',
  does: 'input',
  about: 'Types words, key by key, into what has the focus.',
  example: 'Firn',
  schema: z.string(),
  mentions: [],
  read: (_, words) => ({ words }),
  print: (words) => JSON.stringify(words),
})
