const REFERENCE = /\{([^{}]+)\}/g

/** Whether a text holds references among other things, as in `rgba({color.pine}, 0.5)` or `{space.small} * 2`. */
export const embedded = (text: string): boolean => /\{[^{}]+\}/.test(text)

const CALCULATION = /^[\s\d.+*/()-]*(\{[^{}]+\}[\s\d.+*/()-]*)+$/

/**
 * A text with the references in it replaced by what they stand for, as CSS understands it: a colour with another alpha, sums and
 * products as `calc()`, all else as it is written.
 * @param cssOf what a token's path stands for
 */
export function fillEmbedded(text: string, cssOf: (path: string) => string): string {
  const fill = (some: string) => some.replace(REFERENCE, (_, path: string) => cssOf(path.trim()))
  const faded = /^(?:rgb|hsl)a?\(\s*(\{[^{}]+\})\s*[,/]\s*([\d.]+%?)\s*\)$/i.exec(text.trim())
  if (faded) return `rgb(from ${fill(faded[1]!)} r g b / ${faded[2]})`
  const isSum = CALCULATION.test(text) && /[+*/]|\s-\s/.test(text.replace(REFERENCE, ''))
  // CSS wants spaces around signs that stand between values.
  return isSum ? `calc(${fill(text.replace(/\s*([+*/])\s*/g, ' $1 ')).trim()})` : fill(text)
}
