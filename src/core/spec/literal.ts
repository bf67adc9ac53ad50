import { onlyValue, type Value } from './expectation'
import { parseExpectation } from './parse'

/** A text in words, in quotes where it needs them; undefined where it cannot be written. */
export const printLiteral = (text: string): string | undefined =>
  [text, `"${text}"`].find((written) => {
    const parts = readSoleValue(written, true)?.parts
    return parts?.map((part) => (part.kind === 'text' ? part.text : '\0')).join('') === text
  })

/** The one value that an expectation's text asks to be equal to; undefined where it asks for anything else. */
export function readSoleValue(text: string, literal: boolean): Value | undefined {
  try {
    return onlyValue(parseExpectation(text, { literal }))
  } catch {
    return undefined // not readable: there is another way of writing it, or none
  }
}
