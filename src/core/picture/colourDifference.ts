// Björn Ottosson, "A perceptual color space for image processing" (2020), as CSS Color 4 has it.
const LINEAR = Float64Array.from({ length: 256 }, (_, value) => {
  const part = value / 255
  return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4
})

// A cube root takes longer than all else: between these steps it is as good as a straight line.
const STEPS = 4096
const ROOTS = Float64Array.from({ length: STEPS + 2 }, (_, at) => Math.cbrt(at / STEPS))
/** Below this the line bends too much. */
const BENT = 1 / 64

function cubeRoot(value: number): number {
  if (value < BENT) return Math.cbrt(value)
  const place = value * STEPS
  const at = place | 0
  const low = ROOTS[at]!
  return low + (ROOTS[at + 1]! - low) * (place - at)
}

/** Writes lightness, green to red and blue to yellow of an opaque sRGB colour into `lab`. */
function toOklab(red: number, green: number, blue: number, lab: Float64Array): void {
  const [r, g, b] = [LINEAR[red]!, LINEAR[green]!, LINEAR[blue]!]
  const l = cubeRoot(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b)
  const m = cubeRoot(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b)
  const s = cubeRoot(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b)
  lab[0] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s
  lab[1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s
  lab[2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s
}

const one = new Float64Array(3)
const other = new Float64Array(3)

/** A colour with alpha as it stands on a ground, 0 to 255. */
const over = (channel: number, alpha: number, ground: number) =>
  Math.round((channel * alpha + ground * (255 - alpha)) / 255)

function onGround(a: number, b: number, ground: number): number {
  const [alphaA, alphaB] = [a >>> 24, b >>> 24]
  const put = (word: number, alpha: number, lab: Float64Array) =>
    toOklab(
      over(word & 255, alpha, ground),
      over((word >>> 8) & 255, alpha, ground),
      over((word >>> 16) & 255, alpha, ground),
      lab,
    )
  put(a, alphaA, one)
  put(b, alphaB, other)
  return Math.hypot(one[0]! - other[0]!, one[1]! - other[1]!, one[2]! - other[2]!)
}

/**
 * The distance of two pixels' colours in OKLab: 0 to 1 from black to white, about 0.02 where the eye begins to see it.
 * What is transparent is taken on white or on black, on whichever it differs more.
 * @param a RGBA as a little-endian word
 */
export function colourDifference(a: number, b: number): number {
  if (a === b) return 0
  const white = onGround(a, b, 255)
  return a >>> 24 === 255 && b >>> 24 === 255 ? white : Math.max(white, onGround(a, b, 0))
}

/** OKLab's lightness of a pixel on white, 0 to 1. */
function lightness(word: number): number {
  const alpha = word >>> 24
  toOklab(
    over(word & 255, alpha, 255),
    over((word >>> 8) & 255, alpha, 255),
    over((word >>> 16) & 255, alpha, 255),
    one,
  )
  return one[0]!
}

// Pictures of interfaces have few colours: most have been met before.
const SLOTS = 1 << 14
const SHIFT = 32 - 14

/** Opaque colours in OKLab, with the last ones remembered. */
class Colours {
  /** Lightness, green to red and blue to yellow of the colour in each slot. */
  readonly lab = new Float64Array(SLOTS * 3)
  readonly #words = new Uint32Array(SLOTS)

  /** Where an opaque pixel's colour stands in `lab`. */
  placeOf(word: number): number {
    const slot = Math.imul(word, 0x9e3779b1) >>> SHIFT
    const place = slot * 3
    if (this.#words[slot] === word) return place
    this.#words[slot] = word
    toOklab(word & 255, (word >>> 8) & 255, (word >>> 16) & 255, one)
    this.lab[place] = one[0]!
    this.lab[place + 1] = one[1]!
    this.lab[place + 2] = one[2]!
    return place
  }
}

const isOpaque = (word: number) => word >>> 24 === 255

/** Tells differences of pixels, by `colourDifference`, millions a second. */
export class Differences {
  readonly #before = new Colours()
  // Two of them, lest one colour take the other's slot.
  readonly #after = new Colours()

  of(a: number, b: number): number {
    if (a === b) return 0
    if (!isOpaque(a) || !isOpaque(b)) return colourDifference(a, b)
    const [before, after] = [this.#before, this.#after]
    const [from, to] = [before.placeOf(a), after.placeOf(b)]
    const lightness = before.lab[from]! - after.lab[to]!
    const green = before.lab[from + 1]! - after.lab[to + 1]!
    const blue = before.lab[from + 2]! - after.lab[to + 2]!
    return Math.sqrt(lightness * lightness + green * green + blue * blue)
  }
}

/** Tells lightness of pixels, millions a second. */
export class Lightness {
  readonly #colours = new Colours()

  of(word: number): number {
    return isOpaque(word) ? this.#colours.lab[this.#colours.placeOf(word)]! : lightness(word)
  }
}
