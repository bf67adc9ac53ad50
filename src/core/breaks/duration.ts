import { defineBreak } from './defineBreak'
import { dimensionsOf, numberText } from './values'
import { exchanged } from './length'

export const durationChanged = defineBreak({
  kind: 'duration',
  name: 'Duration changed',
  short: 'Duration',
  about: 'A time of the styles (how long, or after what delay) is made 20 % longer, and 20 % shorter.',
  of: {
    *declaration({ declaration }) {
      for (const { from, to, number, unit } of dimensionsOf(declaration.value)) {
        if ((unit !== 's' && unit !== 'ms') || number === 0) continue
        for (const factor of [1.2, 0.8]) yield exchanged(declaration, { from, to }, numberText(number * factor) + unit)
      }
    },
  },
})
