import type { Surroundings } from './surroundings'

/** Stand in a query for what is decided. */
const ALWAYS = '(min-width: 0px)'
const NEVER = '(max-width: 0px)'
const decided = (holds: boolean) => (holds ? ALWAYS : NEVER)

// In media queries both are the browser's own font size.
const EM_PX = 16
const LENGTH = String.raw`(\d+(?:\.\d+)?)(px|em|rem)`
const BOUND = new RegExp(String.raw`\((min-|max-)?width:\s*${LENGTH}\)`, 'g')
const RANGE = new RegExp(String.raw`\((?:${LENGTH}\s*(<=?)\s*)?width\s*(?:(<=?|>=?|=)\s*${LENGTH})?\)`, 'g')
const REVERSED = new RegExp(String.raw`\(${LENGTH}\s*(>=?|=)\s*width\)`, 'g')

const px = (number: string, unit: string) => Number(number) * (unit === 'px' ? 1 : EM_PX)

const COMPARE: Readonly<Record<string, (a: number, b: number) => boolean>> = {
  '<': (a, b) => a < b,
  '<=': (a, b) => a <= b,
  '>': (a, b) => a > b,
  '>=': (a, b) => a >= b,
  '=': (a, b) => a === b,
}

/**
 * Decides the features of a media query that a page cannot be given: those that contexts set, the pointer, and the width, whatever
 * window shows it. Others stay as they are.
 * @param query as the browser prints it
 * @param width of the window that the case is to stand in, in px; without it, queries for widths stay
 */
export function answerQuery(query: string, { media, isTouch = false }: Surroundings, width?: number): string {
  let text = query
  if (width !== undefined) {
    text = text
      .replace(BOUND, (_, bound: string | undefined, number: string, unit: string) =>
        decided(COMPARE[bound === 'min-' ? '>=' : bound === 'max-' ? '<=' : '=']!(width, px(number, unit))),
      )
      .replace(REVERSED, (_, number: string, unit: string, sign: string) =>
        decided(COMPARE[sign]!(px(number, unit), width)),
      )
      .replace(
        RANGE,
        (
          all: string,
          low?: string,
          lowUnit?: string,
          under?: string,
          sign?: string,
          high?: string,
          highUnit?: string,
        ) => {
          if (low === undefined && high === undefined) return all
          const isOver = low === undefined || COMPARE[under!]!(px(low, lowUnit!), width)
          return decided(isOver && (high === undefined || COMPARE[sign!]!(width, px(high, highUnit!))))
        },
      )
  }
  // Whoever asks for nothing asks for less motion, more contrast, forced colours: `(prefers-reduced-motion)`.
  const answers = { 'prefers-reduced-motion': 'no-preference', ...media }
  for (const [feature, answer] of Object.entries(answers)) {
    const isSet = answer !== 'no-preference' && answer !== 'none'
    text = text.replace(new RegExp(String.raw`\(${feature}(?:: ([\w-]+))?\)`, 'g'), (_, asked?: string) =>
      decided(asked === undefined ? isSet : asked === answer),
    )
  }
  const hover = isTouch ? 'none' : 'hover'
  const fine = isTouch ? 'coarse' : 'fine'
  return text.replace(/\((?:any-)?(hover|pointer)(?:: (\w+))?\)/g, (_, feature: string, asked?: string) => {
    const answer = feature === 'hover' ? hover : fine
    return decided(asked === undefined ? answer !== 'none' : asked === answer)
  })
}
