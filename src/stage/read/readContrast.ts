import { contrastRatio, over, readColor, type Rgba } from '@/core/readings'
import { flatParent } from '../findPart'
import { allAt, isInside } from '../hit'
import { textRects } from './readText'
import { Unread, type Match, type Reader } from './Reader'

const WHITE: Rgba = { r: 1, g: 1, b: 1, alpha: 1 }
const CLEAR: Rgba = { r: 0, g: 0, b: 0, alpha: 0 }
const COLOURS = /(?:rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)\([^()]*\)/g

/** One thing that is painted, from the part down to the page. */
interface Layer {
  style: CSSStyleDeclaration
  /** Its opacity applies to all that lies in it. */
  isAncestor: boolean
}

/**
 * WCAG 2.2 contrast of a part's text to what lies behind it; of its fill, where it has no text.
 * Over a gradient the lowest ratio of its colours counts.
 */
export function readContrast(reader: Reader, match: Match): string {
  const style = reader.style(match)
  const text = textColour(match, style)
  const layers = layersOf(match)
  if (text) return lowest(text, [{ style, isAncestor: true }, ...layers], CLEAR)
  return lowest(fillColour(match, style), layers, CLEAR, Number(style.opacity))
}

function textColour({ element, pseudo }: Match, style: CSSStyleDeclaration): Rgba | undefined {
  const hasText = pseudo ? /^"[^"]*\S[^"]*"/.test(style.content) : hasOwnText(element)
  return hasText ? colour(element instanceof SVGElement ? style.fill : style.color) : undefined
}

const hasOwnText = (element: Element) =>
  element.matches('input:not([type=checkbox], [type=radio], [type=range]), textarea, select') ||
  textRects(element).length > 0

function fillColour({ element }: Match, style: CSSStyleDeclaration): Rgba {
  const background = colour(style.backgroundColor)
  if (background.alpha > 0) return background
  if (element instanceof SVGElement) {
    const paint = [style.fill, style.stroke].map(readColor).find((each) => each && each.alpha > 0)
    if (paint) return paint
  }
  const edges = ['top', 'right', 'bottom', 'left'].filter(
    (side) => Number.parseFloat(style.getPropertyValue(`border-${side}-width`)) > 0,
  )
  const edge = edges
    .map((side) => colour(style.getPropertyValue(`border-${side}-color`)))
    .find(({ alpha }) => alpha > 0)
  if (edge) return edge
  throw new Unread('the part has neither text nor fill')
}

function colour(text: string): Rgba {
  const read = readColor(text)
  if (!read) throw new Unread(`"${text}" is no plain colour`)
  return read
}

/** What lies behind a part, nearest first: what a pointer would find there, and all that the part lies in. */
function layersOf({ element, pseudo }: Match): Layer[] {
  const ancestors: Element[] = []
  for (let link = pseudo ? element : flatParent(element); link; link = flatParent(link)) ancestors.push(link)
  const behind = elementsBehind(element)
  const siblings = behind.filter((each) => !ancestors.includes(each) && each !== element && !element.contains(each))
  const layers: Layer[] = []
  let waiting = siblings
  for (const ancestor of ancestors) {
    const inside = waiting.filter((each) => ancestor.contains(each))
    waiting = waiting.filter((each) => !ancestor.contains(each))
    layers.push(...inside.map((each) => ({ style: getComputedStyle(each), isAncestor: false })))
    layers.push({ style: getComputedStyle(ancestor), isAncestor: true })
  }
  return layers
}

/** Elements under the middle of the part that are painted before it; none where the part is out of sight. */
function elementsBehind(element: Element): Element[] {
  const [box = element.getBoundingClientRect()] = textRects(element)
  const stack = allAt(box.left + box.width / 2, box.top + box.height / 2, element.ownerDocument)
  const at = stack.findIndex((each) => isInside(each, element))
  return at < 0 ? [] : stack.slice(at + 1).filter((each) => !isInside(each, element))
}

function lowest(front: Rgba, layers: readonly Layer[], back: Rgba, opacity = 1): string {
  let pairs = [{ front: { ...front, alpha: front.alpha * opacity }, back }]
  for (const { style, isAncestor } of layers) {
    if (style.display === 'contents') continue
    const own = Number(style.opacity)
    const grounds = backgroundsOf(style)
    pairs = pairs.flatMap((pair) =>
      grounds.map((ground) => {
        const base = isAncestor ? ground : { ...ground, alpha: ground.alpha * own }
        const fade = isAncestor ? own : 1
        const lay = (colour: Rgba) => {
          const laid = over(colour, base)
          return { ...laid, alpha: laid.alpha * fade }
        }
        return { front: lay(pair.front), back: lay(pair.back) }
      }),
    )
  }
  const ratios = pairs.map((pair) => contrastRatio(over(pair.front, WHITE), over(pair.back, WHITE)))
  return String(Math.round(Math.min(...ratios) * 100) / 100)
}

/** The colours that a layer may show at the part: one, or each of a gradient's. */
function backgroundsOf(style: CSSStyleDeclaration): Rgba[] {
  const plain = colour(style.backgroundColor)
  const image = style.backgroundImage
  if (image === 'none' || image === '') return [plain]
  if (image.includes('url(')) throw new Unread('a picture lies behind it')
  return (image.match(COLOURS) ?? []).map((stop) => over(colour(stop), plain))
}
