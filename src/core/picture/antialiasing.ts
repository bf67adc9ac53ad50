import { Differences, Lightness } from './colourDifference'
import { wordsOf, type Pixels } from './Pixels'

/** The share of an edge, from side to side, by which a pixel of it may change: what has moved by a pixel changes by half at least. */
export const MAX_SHARE = 0.35
/** How far a mixture may lie off the way between the two sides, in 8-bit channels: it is rounded, and not always mixed alike. */
const OFF = 12

/**
 * Tells whether a pixel that differs is only another mixture of one edge: in both pictures it is made of the two sides that lie
 * beside it, and they are the same.
 */
export class Antialiasing {
  readonly #differences = new Differences()
  readonly #before: Edges
  readonly #after: Edges

  constructor(before: Pixels, after: Pixels) {
    this.#before = new Edges(before)
    this.#after = new Edges(after)
  }

  /** @param difference of the two pixels, in OKLab */
  explains(x: number, y: number, difference: number): boolean {
    const [before, after] = [this.#before, this.#after]
    const [from, to] = [before.wordAt(x, y), after.wordAt(x, y)]
    before.look(x, y)
    if (!this.isOf(before, from, to, difference)) return false
    after.look(x, y)
    return this.isOf(after, from, to, difference)
  }

  /** Whether both pixels are mixtures of an edge, and near enough to each other. */
  private isOf({ dark, light }: Edges, from: number, to: number, difference: number): boolean {
    return (
      dark !== light &&
      difference <= this.#differences.of(dark, light) * MAX_SHARE &&
      isMixed(from, dark, light) &&
      isMixed(to, dark, light)
    )
  }
}

/** The edges of one picture: the darkest and the lightest around a pixel. Millions are looked at: nothing is made for each. */
class Edges {
  dark = 0
  light = 0
  readonly #words: Uint32Array
  readonly #lightness = new Lightness()

  constructor(private readonly picture: Pixels) {
    this.#words = wordsOf(picture)
  }

  wordAt(x: number, y: number): number {
    return this.#words[y * this.picture.width + x]!
  }

  look(x: number, y: number): void {
    const { width, height } = this.picture
    const words = this.#words
    const own = words[y * width + x]!
    let dark = own
    let light = own
    let darkest = -1
    let lightest = -1
    const left = x > 0 ? x - 1 : x
    const right = x < width - 1 ? x + 1 : x
    const bottom = y < height - 1 ? y + 1 : y
    for (let row = y > 0 ? y - 1 : y; row <= bottom; row++) {
      const last = row * width + right
      for (let at = row * width + left; at <= last; at++) {
        const word = words[at]!
        // Most of what is beside a pixel is of one colour.
        if (word === dark || word === light) continue
        if (darkest < 0) darkest = lightest = this.#lightness.of(own)
        const found = this.#lightness.of(word)
        if (found < darkest) {
          dark = word
          darkest = found
        } else if (found > lightest) {
          light = word
          lightest = found
        }
      }
    }
    this.dark = dark
    this.light = light
  }
}

const channel = (word: number, at: number) => (word >>> (at * 8)) & 255

/** Whether a colour lies on the way between an edge's two sides, or is one of them. */
function isMixed(own: number, dark: number, light: number): boolean {
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
