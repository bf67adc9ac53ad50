import { round } from '@/core/readings'
import { Unread, type Match, type Reader, type ReadMatch } from './Reader'

/** All that moves an element, in the order in which CSS applies it. */
function matrixOf(reader: Reader, match: Match): DOMMatrix {
  if (match.pseudo) throw new Unread('how a pseudo-element is moved cannot be told')
  const style = reader.style(match)
  const { translate, rotate, scale, transform } = style
  if (style.offsetPath !== 'none') throw new Unread('it is moved along a path')
  const [x = '0px', y = '0px'] = translate === 'none' ? [] : translate.split(' ')
  // Only boxes tell how large their layout makes them.
  const { offsetWidth, offsetHeight } = match.element as Partial<HTMLElement>
  if (offsetWidth === undefined && /%/.test(x + y)) throw new Unread(`it is moved by a share of itself: ${translate}`)
  const matrix = new DOMMatrix().translateSelf(inPx(x, offsetWidth ?? 0), inPx(y, offsetHeight ?? 0))
  if (rotate !== 'none') {
    const turn = /^(-?[\d.e-]+)deg$/.exec(rotate)
    if (!turn) throw new Unread(`it is turned in space: ${rotate}`)
    matrix.rotateSelf(Number(turn[1]))
  }
  if (scale !== 'none') {
    const [across = 1, down = across] = scale.split(' ').map(Number)
    matrix.scaleSelf(across, down)
  }
  return transform === 'none' ? matrix : matrix.multiplySelf(new DOMMatrix(transform))
}

/** A computed length, a percentage of its box included. */
const inPx = (text: string, whole: number) => (text.endsWith('%') ? (parseFloat(text) / 100) * whole : parseFloat(text))

const ofMatrix =
  (read: (matrix: DOMMatrix) => string): ReadMatch =>
  (reader, match) =>
    read(matrixOf(reader, match))

/** A turn of -180 is one of 180. */
const degrees = (radians: number) => {
  const turned = round((radians * 180) / Math.PI)
  return turned === -180 ? 180 : turned
}

/** Readings of how a part is moved from where its layout puts it. */
export const MOVEMENT_READERS = {
  'moved-x': ofMatrix(({ e }) => `${round(e)}px`),
  'moved-y': ofMatrix(({ f }) => `${round(f)}px`),
  angle: ofMatrix(({ a, b }) => String(degrees(Math.atan2(b, a)))),
  scaled: ofMatrix(({ a, b }) => String(round(Math.hypot(a, b)))),
} satisfies Record<string, ReadMatch>
