import { intersection, type Rect } from '@/core/readings'
import { flatParent } from '../findPart'
import type { Match, Reader } from './Reader'

/** Whether a part can be seen: it has area after clipping, and nothing up the tree hides it. */
export function isVisible(reader: Reader, match: Match): boolean {
  const style = reader.style(match)
  if (style.display === 'none' || style.visibility !== 'visible' || Number(style.opacity) === 0) return false
  if (
    !match.element.checkVisibility({
      opacityProperty: true,
      visibilityProperty: !match.pseudo,
      contentVisibilityAuto: true,
    })
  )
    return false
  return visibleRect(reader, match) !== undefined
}

/** What is left of a part's box after all that clips it; undefined when nothing is. */
export function visibleRect(reader: Reader, match: Match): Rect | undefined {
  let rect: Rect | undefined = reader.rect(match)
  if (rect.width <= 0 || rect.height <= 0 || clipsAll(reader.style(match))) return undefined
  let position = reader.style(match).position
  let link: Element | null = match.pseudo ? match.element : flatParent(match.element)
  for (; link && rect; link = flatParent(link)) {
    const style = getComputedStyle(link)
    if (clipsAll(style)) return undefined
    // An absolutely positioned box is not clipped by what lies between it and its containing block.
    const holds =
      position === 'fixed'
        ? holdsFixed(style)
        : position === 'absolute'
          ? style.position !== 'static' || holdsFixed(style)
          : true
    if (!holds) continue
    if (link !== document.documentElement && link !== document.body) rect = clip(rect, link, style)
    position = style.position
  }
  return rect
}

const holdsFixed = (style: CSSStyleDeclaration) =>
  style.transform !== 'none' || style.filter !== 'none' || /paint|layout|strict|content/.test(style.contain)

/** Customary ways of hiding a box without taking it away. */
const clipsAll = (style: CSSStyleDeclaration) =>
  /^inset\((50|100)%/.test(style.clipPath) ||
  (/^rect\(0px(,? 0px){3}\)$/.test(style.clip) && style.position === 'absolute')

function clip(rect: Rect, element: Element, style: CSSStyleDeclaration): Rect | undefined {
  const clipsX = style.overflowX !== 'visible'
  const clipsY = style.overflowY !== 'visible'
  if (!clipsX && !clipsY) return rect
  const box = element.getBoundingClientRect()
  const left = box.left + element.clientLeft
  const top = box.top + element.clientTop
  return intersection(rect, {
    left: clipsX ? left : rect.left,
    width: clipsX ? element.clientWidth : rect.width,
    top: clipsY ? top : rect.top,
    height: clipsY ? element.clientHeight : rect.height,
  })
}
