import { defineBreak } from './defineBreak'

export const textEmptied = defineBreak({
  kind: 'text',
  name: 'Text emptied',
  short: 'Text',
  about: 'A text that the component has rendered is emptied.',
  of: {
    *rendered(found) {
      if (found.what === 'text') yield { told: `text of ${found.of} emptied`, edit: { do: 'text', of: found.of } }
    },
  },
})
