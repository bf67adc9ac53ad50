import { tokenize, tokenTypes } from 'css-tree'

/** A piece of a declaration's value, in places of that value. */
export interface ValuePiece {
  type: number
  from: number
  to: number
  text: string
}

/** The tokens of a value, by CSS Syntax Module Level 3. Addresses and strings are one each. */
export function piecesOf(value: string): ValuePiece[] {
  const pieces: ValuePiece[] = []
  tokenize(value, (type, from, to) => pieces.push({ type, from, to, text: value.slice(from, to) }))
  return pieces
}

/** Numbers with a unit, with where they stand. */
export function dimensionsOf(value: string): { from: number; to: number; number: number; unit: string }[] {
  return piecesOf(value)
    .filter(({ type }) => type === tokenTypes.Dimension || type === tokenTypes.Percentage)
    .map(({ from, to, text }) => {
      const number = parseFloat(text)
      const unit = /[a-z%]+$/i.exec(text.replace(/^[-+]?[\d.]+(e[-+]?\d+)?/i, ''))?.[0] ?? ''
      return { from, to, number, unit: unit.toLowerCase() }
    })
}

/** A number as CSS writes it, without the noise of binary fractions. */
export const numberText = (value: number): string => String(Number(value.toFixed(4)))
