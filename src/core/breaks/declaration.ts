import { defineBreak } from './defineBreak'

export const declarationOut = defineBreak({
  kind: 'declaration',
  name: 'Declaration left out',
  short: 'Declaration',
  about: 'A declaration of the component’s own styles is left out.',
  of: {
    *declaration({ declaration: { property, value, from, to } }) {
      yield { from, to, text: '', told: `${property}: ${value} left out` }
    },
  },
})
