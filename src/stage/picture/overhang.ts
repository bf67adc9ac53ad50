/** How far something is painted beyond a box, in px. */
export interface Overhang {
  left: number
  top: number
  right: number
  bottom: number
}

const NONE: Overhang = { left: 0, top: 0, right: 0, bottom: 0 }
// A blur of N px spreads over three standard deviations of N / 2 each.
const SPREAD = 1.5
/** A ring that the browser draws by itself is a little wider than it says. */
const OWN_RING = 3

/** How far outlines, shadows and filters reach beyond an element's box, at most. */
export function overhangOf(style: CSSStyleDeclaration): Overhang {
  const { boxShadow, textShadow, outlineStyle, filter } = style
  if (boxShadow === 'none' && textShadow === 'none' && outlineStyle === 'none' && filter === 'none') return NONE
  return [...shadowsOf(boxShadow), ...shadowsOf(textShadow), outlineOf(style), ...filtersOf(filter)].reduce(
    (a, b) => ({
      left: Math.max(a.left, b.left),
      top: Math.max(a.top, b.top),
      right: Math.max(a.right, b.right),
      bottom: Math.max(a.bottom, b.bottom),
    }),
    NONE,
  )
}

function outlineOf({ outlineStyle, outlineWidth, outlineOffset }: CSSStyleDeclaration): Overhang {
  if (outlineStyle === 'none') return NONE
  const ring = outlineStyle === 'auto' ? OWN_RING : 0
  return evenly(Math.max(0, Number.parseFloat(outlineWidth) + Number.parseFloat(outlineOffset) + ring))
}

const evenly = (by: number): Overhang => ({ left: by, top: by, right: by, bottom: by })

/** Of computed shadows, as `rgb(0, 0, 0) 0px 2px 8px 0px, …`. */
function shadowsOf(text: string): Overhang[] {
  if (text === 'none') return []
  return text
    .split(/,(?![^(]*\))/)
    .filter((each) => !each.includes('inset'))
    .map((each) => {
      const [x = 0, y = 0, blur = 0, spread = 0] = [...each.matchAll(/(-?[\d.e+-]+)px/g)].map(([, number]) =>
        Number(number),
      )
      const out = blur * SPREAD + spread
      return { left: out - x, top: out - y, right: out + x, bottom: out + y }
    })
}

function filtersOf(text: string): Overhang[] {
  const blurs = [...text.matchAll(/(?:^|\s)blur\(([\d.]+)px\)/g)].map(([, radius]) => evenly(Number(radius) * 3))
  const shadows = [...text.matchAll(/drop-shadow\(((?:[^()]|\([^()]*\))*)\)/g)].flatMap(([, shadow]) =>
    shadowsOf(shadow!),
  )
  return [...blurs, ...shadows]
}
