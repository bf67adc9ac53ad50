import { flatParent, findParts, type StandingCase } from '../findPart'
import { deepestAt, isInside, pointsOf } from '../hit'
import type { StageComponent } from '../protocol'
import { Reader, visibleRect } from '../read'

/** Where input is to go: a match of a part, a place from the host's corner, or beside the component. */
export type AimAt = { part: string; index: number } | { x: number; y: number } | 'page'

/** A point of the window, or why input cannot go there. */
export type Aim = { x: number; y: number } | { refused: string }

/** Finds where a person would point to reach something, and whether it would be reached. */
export function aim(component: StageComponent, mounted: StandingCase, at: AimAt): Aim {
  if (at === 'page') return besideComponent(mounted)
  if ('x' in at) {
    const box = mounted.host.getBoundingClientRect()
    return insideWindow({ x: box.left + at.x, y: box.top + at.y }) ?? outside(at, box.left + at.x, box.top + at.y)
  }
  const name = printMatch(at)
  const elements = findParts(component, mounted, at.part)
  const element = elements[at.index - 1]
  const selector = component.parts[at.part]?.select
  if (!element) {
    const where = selector ? ` (${selector})` : ''
    const count =
      elements.length === 0 ? 'none is there' : `only ${elements.length} ${elements.length === 1 ? 'is' : 'are'} there`
    return { refused: `there is no ${name}${where}: ${count}` }
  }
  if (component.parts[at.part]?.pseudo)
    return { refused: `${name} is a pseudo-element, which takes no input: name its element, or a place` }
  return aimAtElement(component, mounted, element, name)
}

/** Finds where a person would point to reach an element. */
export function aimAtElement(component: StageComponent, mounted: StandingCase, element: Element, name: string): Aim {
  scrollIntoSight(element)
  const reader = new Reader(component, mounted, {}, () => undefined)
  const hidden = whyHidden(reader, element)
  if (hidden) return { refused: `${name} cannot be pointed at: ${hidden}` }
  const rect = visibleRect(new Reader(component, mounted, {}, () => undefined), { element })!
  const points = pointsOf(rect).filter(({ x, y }) => x >= 0 && y >= 0 && x < innerWidth && y < innerHeight)
  if (points.length === 0)
    return { refused: `${name} lies outside of the stage, at ${Math.round(rect.left)}, ${Math.round(rect.top)}` }
  const free = points.find(({ x, y }) => isInside(deepestAt(x, y), element))
  if (free) return free
  const [{ x, y }] = points as [{ x: number; y: number }]
  if (getComputedStyle(element).pointerEvents === 'none') {
    // A person points all the same: at what it lies in, such as the button of an icon. What lies below it is something else.
    const below = points
      .map((point) => deepestAt(point.x, point.y))
      .find((found) => !found || !isInside(element, found))
    if (below === undefined) return { x, y }
    const what = describe(component, mounted, below)
    return { refused: `${name} cannot be pointed at: it has pointer-events: none, and ${what} lies there` }
  }
  return { refused: `${name} is covered by ${describe(component, mounted, deepestAt(x, y))}` }
}

function whyHidden(reader: Reader, element: Element): string | undefined {
  const style = getComputedStyle(element)
  const around = !element.checkVisibility() && style.display !== 'none'
  if (style.display === 'none' || around)
    return around ? 'something around it is not displayed' : 'it has display: none'
  if (style.visibility !== 'visible') return `it has visibility: ${style.visibility}`
  const { width, height } = element.getBoundingClientRect()
  if (width <= 0 || height <= 0) return `it is ${width} × ${height} px`
  return visibleRect(reader, { element }) ? undefined : 'all of it is clipped away'
}

/** Scrolls as far as a person could and no further: what is cut off and has no way of scrolling stays cut. */
function scrollIntoSight(element: Element) {
  for (let around = flatParent(element); around; around = flatParent(around)) {
    const isPage = around === document.scrollingElement
    const { overflowX, overflowY } = getComputedStyle(around)
    const box = around.getBoundingClientRect()
    const { left, top, right, bottom } = element.getBoundingClientRect()
    const behavior = 'instant'
    if (isPage || /auto|scroll/.test(overflowX)) {
      const start = isPage ? 0 : box.left + around.clientLeft
      around.scrollBy({ left: nearestShift(left, right, start, start + around.clientWidth), behavior })
    }
    if (isPage || /auto|scroll/.test(overflowY)) {
      const start = isPage ? 0 : box.top + around.clientTop
      around.scrollBy({ top: nearestShift(top, bottom, start, start + around.clientHeight), behavior })
    }
  }
}

/** The least that brings a stretch into a window, or as much of it as goes in. */
function nearestShift(from: number, to: number, start: number, end: number): number {
  if (from < start === to > end) return 0
  return from < start ? Math.max(from - start, to - end) : Math.min(from - start, to - end)
}

const insideWindow = (at: { x: number; y: number }): Aim | undefined =>
  at.x >= 0 && at.y >= 0 && at.x < innerWidth && at.y < innerHeight ? at : undefined

const outside = ({ x, y }: { x: number; y: number }, left: number, top: number): Aim => ({
  refused: `${x}, ${y} lies outside of the stage, at ${Math.round(left)}, ${Math.round(top)}`,
})

/** A match of a part. */
export interface PartMatch {
  part: string
  /** From 1. */
  index: number
}

/** `header`, and `header[2]` of the second match. */
export const printMatch = ({ part, index }: PartMatch): string => (index === 1 ? part : `${part}[${index}]`)

/** The innermost part that an element is, or belongs to, but for the component as a whole. */
export function nearestPart(component: StageComponent, mounted: StandingCase, element: Element): PartMatch | undefined {
  for (let link: Element | null = element; link && link !== mounted.frame; link = flatParent(link)) {
    for (const [part, { pseudo }] of Object.entries(component.parts)) {
      if (part === 'host' || part === 'root' || pseudo) continue
      const at = findParts(component, mounted, part).indexOf(link)
      if (at >= 0) return { part, index: at + 1 }
    }
  }
  return undefined
}

/** An element in the author's words: the part that it is, or belongs to. */
export function describe(component: StageComponent, mounted: StandingCase, element: Element | null): string {
  if (!element) return 'nothing'
  const tag = `<${element.localName}${element.id ? ` id="${element.id}"` : element.classList.length ? ` class="${element.className}"` : ''}>`
  const match = nearestPart(component, mounted, element)
  if (match) return `${printMatch(match)} (${tag})`
  return element === document.documentElement || element === document.body ? 'nothing of the component' : tag
}

/** A point of the window at which nothing of the component lies. */
function besideComponent({ frame, host }: StandingCase): Aim {
  const places = [
    [1, 1],
    [innerWidth - 2, 1],
    [1, innerHeight - 2],
    [innerWidth - 2, innerHeight - 2],
    [innerWidth / 2, 1],
    [innerWidth / 2, innerHeight - 2],
  ] as const
  for (const [x, y] of places) {
    const found = deepestAt(x, y)
    const isOurs = !found || found === host || found === frame || found.contains(host)
    if (isOurs) return { x, y }
  }
  return { refused: 'the component covers the whole stage: there is nothing beside it' }
}
