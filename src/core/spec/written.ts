import { readColor } from '../readings'

const COLOUR = /\b(?:rgba?|color)\(\s*(?:srgb\s)?[^()]*\)/g
const LONG = /-?\d+\.\d{4,}/g

const hexOf = (channels: readonly number[]) =>
  `#${channels
    .map((each) =>
      Math.round(each * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`

/** A reading as people write it: colours of sRGB by their hexadecimals, and numbers without the noise of floating point. */
export const asWrittenByPeople = (text: string): string =>
  text
    .replace(COLOUR, (css) => {
      const rgb = /^color\(\s*(?!srgb\s)/.test(css) ? undefined : readColor(css)
      if (!rgb) return css
      const hex = hexOf([rgb.r, rgb.g, rgb.b])
      if (rgb.alpha === 1) return hex
      return rgb.alpha === 0 ? 'transparent' : `${hex} / ${Number((rgb.alpha * 100).toFixed(1))}%`
    })
    .replace(LONG, (number) => String(Number(Number(number).toFixed(3))))
