/** A colour in sRGB, channels and alpha from 0 to 1. */
export interface Rgba {
  r: number
  g: number
  b: number
  alpha: number
}

/** `top` painted over `bottom` (source-over, not premultiplied). */
export function over(top: Rgba, bottom: Rgba): Rgba {
  const alpha = top.alpha + bottom.alpha * (1 - top.alpha)
  if (alpha === 0) return { r: 0, g: 0, b: 0, alpha: 0 }
  const mix = (a: number, b: number) => (a * top.alpha + b * bottom.alpha * (1 - top.alpha)) / alpha
  return { r: mix(top.r, bottom.r), g: mix(top.g, bottom.g), b: mix(top.b, bottom.b), alpha }
}

/** Relative luminance, WCAG 2.2, https://www.w3.org/TR/WCAG22/#dfn-relative-luminance */
function luminance({ r, g, b }: Rgba): number {
  const linear = (channel: number) => (channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4)
  return 0.2126 * linear(r) + 0.7152 * linear(g) + 0.0722 * linear(b)
}

/** Contrast ratio of two opaque colours, from 1 to 21; WCAG 2.2, https://www.w3.org/TR/WCAG22/#dfn-contrast-ratio */
export function contrastRatio(a: Rgba, b: Rgba): number {
  const [dark, light] = [luminance(a), luminance(b)].toSorted((one, two) => one - two) as [number, number]
  return (light + 0.05) / (dark + 0.05)
}
