import { colorsNamed } from 'culori/fn'
import { tokenTypes } from 'css-tree'
import { colourIn } from '../readings'
import { defineBreak } from './defineBreak'
import { numberText, piecesOf, type ValuePiece } from './values'
import { exchanged } from './length'

// About where the eye begins to see a difference is 0.02 in OKLab.
const JUST_SEEN = 0.03

const FUNCTION = /^(rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)\($/i

export const colourMoved = defineBreak({
  kind: 'colour',
  name: 'Colour moved',
  short: 'Colour',
  about: 'A colour that is written as such is made lighter or darker, by a little more than the eye can see.',
  of: {
    *declaration({ declaration }) {
      for (const { from, to } of coloursIn(declaration.value)) {
        const moved = movedColour(declaration.value.slice(from, to))
        if (moved !== undefined) yield exchanged(declaration, { from, to }, moved)
      }
    },
  },
})

function movedColour(text: string): string | undefined {
  const colour = colourIn(text, 'oklch')
  // What cannot be seen is not made other by another lightness.
  if (!colour || colour.alpha === 0) return undefined
  const l = colour.l + (colour.l > 0.5 ? -JUST_SEEN : JUST_SEEN)
  const [lightness, chroma, hue] = [l, colour.c, colour.h ?? 0].map(numberText)
  return `oklch(${lightness} ${chroma} ${hue}${colour.alpha === undefined ? '' : ` / ${numberText(colour.alpha)}`})`
}

/** Where colours are written in a value; those that are made of others are not told. */
function* coloursIn(value: string): Generator<{ from: number; to: number }> {
  const pieces = piecesOf(value)
  for (const [at, piece] of pieces.entries()) {
    if (piece.type === tokenTypes.Hash || isNamed(piece)) yield piece
    if (piece.type !== tokenTypes.Function || !FUNCTION.test(piece.text)) continue
    const end = pieces.findIndex(({ type }, later) => later > at && type === tokenTypes.RightParenthesis)
    const isWritten = pieces.slice(at + 1, end).every(({ type }) => type !== tokenTypes.Function)
    if (end > at && isWritten) yield { from: piece.from, to: pieces[end]!.to }
  }
}

const isNamed = ({ type, text }: ValuePiece) =>
  type === tokenTypes.Ident && Object.hasOwn(colorsNamed, text.toLowerCase())
