import { colourDifference, lightness } from './colourDifference'
import { wordsOf, type Pixels } from './Pixels'

/** The share of an edge, from side to side, by which a pixel of it may change: what has moved by a pixel changes by half at least. */
const MAX_SHARE = 0.35
/** How far a mixture may lie off the way between the two sides, in 8-bit channels: it is rounded, and not always mixed alike. */
const OFF = 12

/**
 * Tells whether a pixel that differs is only another mixture of one edge: in both pictures it is made of the two sides that lie
 * beside it, and they are the same.
 */
export class Antialiasing {
  readonly #before: Edges
  readonly #after: Edges

  constructor(before: Pixels, after: Pixels) {
    this.#before = new Edges(before)
    this.#after = new Edges(after)
  }

  /** @param difference of the two pixels, in OKLab */
  explains(x: number, y: number, difference: number): boolean {
    const [before, after] = [this.#before.at(x, y), this.#after.at(x, y)]
    return [before, after].every(
      (edge) =>
        difference <= colourDifference(edge.dark, edge.light) * MAX_SHARE &&
        isMixed(before.own, edge) &&
        isMixed(after.own, edge),
    )
  }
}

/** A pixel, and the darkest and the lightest around it. */
interface Edge {
  own: number
  dark: number
  light: number
}

class Edges {
  readonly #words: Uint32Array
  readonly #known = new Map<number, number>()

  constructor(private readonly picture: Pixels) {
    this.#words = wordsOf(picture)
  }

  at(x: number, y: number): Edge {
    const { width, height } = this.picture
    const own = this.#words[y * width + x]!
    const found = { own, dark: own, light: own }
    for (let row = Math.max(0, y - 1); row <= Math.min(height - 1, y + 1); row++)
      for (let column = Math.max(0, x - 1); column <= Math.min(width - 1, x + 1); column++) {
        const word = this.#words[row * width + column]!
        if (this.lightness(word) < this.lightness(found.dark)) found.dark = word
        if (this.lightness(word) > this.lightness(found.light)) found.light = word
      }
    return found
  }

  private lightness(word: number): number {
    let known = this.#known.get(word)
    if (known === undefined) this.#known.set(word, (known = lightness(word)))
    return known
  }
}

const channel = (word: number, at: number) => (word >>> (at * 8)) & 255

/** Whether a colour lies on the way between an edge's two sides, or is one of them. */
function isMixed(own: number, { dark, light }: Edge): boolean {
  // The channel in which the sides differ most says how much there is of each.
  let widest = 0
  for (let at = 1; at < 4; at++)
    if (Math.abs(channel(light, at) - channel(dark, at)) > Math.abs(channel(light, widest) - channel(dark, widest)))
      widest = at
  const width = channel(light, widest) - channel(dark, widest)
  const part = width === 0 ? 0 : (channel(own, widest) - channel(dark, widest)) / width
  if (part < 0 || part > 1) return false
  for (let at = 0; at < 4; at++) {
    const mixed = channel(dark, at) + part * (channel(light, at) - channel(dark, at))
    if (Math.abs(channel(own, at) - mixed) > OFF) return false
  }
  return true
}
