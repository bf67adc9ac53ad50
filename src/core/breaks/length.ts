import { defineBreak, type TextChange } from './defineBreak'
import type { StyleDeclaration } from './styleText'
import { dimensionsOf, numberText } from './values'

const NO_LENGTH = /^(s|ms|deg|grad|rad|turn|fr|dpi|dpcm|dppx|x|hz|khz)$/

/** The same declaration with a piece of its value exchanged. */
export function exchanged(
  { property, value, valueFrom }: StyleDeclaration,
  { from, to }: { from: number; to: number },
  text: string,
): TextChange {
  const after = value.slice(0, from) + text + value.slice(to)
  return { from: valueFrom + from, to: valueFrom + to, text, told: `${property}: ${value} → ${after}` }
}

export const lengthNudged = defineBreak({
  kind: 'length',
  name: 'Length nudged',
  short: 'Length',
  about: 'A length is made 1 px longer, and 10 % longer.',
  of: {
    *declaration({ declaration }) {
      for (const { from, to, number, unit } of dimensionsOf(declaration.value)) {
        if (number === 0 || NO_LENGTH.test(unit)) continue
        const own = declaration.value.slice(from, to)
        const longer = numberText(number * 1.1) + unit
        if (unit !== '%') {
          const by = unit === 'px' ? `${numberText(number + 1)}px` : `calc(${own} + 1px)`
          yield exchanged(declaration, { from, to }, by)
          if (by === longer) continue
        }
        yield exchanged(declaration, { from, to }, longer)
      }
    },
  },
})
