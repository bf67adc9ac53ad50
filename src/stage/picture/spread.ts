import { intersection, type Rect } from '@/core/readings'
import { CONTAINER } from '../documentStyles'
import type { StandingCase } from '../findPart'
import { inkBox } from './inkBox'

/** Where a case is put to be pictured. */
export interface CasePlace {
  /** The case, by its place. */
  index: number
  /** Where its own corner comes, in px of the sheet. */
  left: number
  top: number
  /** What is shown of it, from its own corner: of a document of its own nothing else, so that they can lie close together. */
  shown: Rect
}

/** Out of the way: nothing of it is seen on any sheet. */
const AWAY = -100_000

/** What each case of a document paints, from its own corner, in px; nothing, where it paints nothing. */
export function outlinesOf(cases: readonly StandingCase[], isolated: boolean): (Rect | null)[] {
  return cases.map(({ host, frame, failure }) => {
    if (failure !== undefined) return null
    const { documentElement, body, defaultView: view } = host.ownerDocument
    if (isolated) {
      const elsewhere = [...body.children].filter((each) => !each.hasAttribute(CONTAINER))
      const ink = inkBox([...frame.children, ...elsewhere])
      const { clientWidth: width, clientHeight: height } = documentElement
      return (
        (ink &&
          intersection(ink, {
            left: 0,
            top: 0,
            width: width || view!.innerWidth,
            height: height || view!.innerHeight,
          })) ??
        null
      )
    }
    const ink = inkBox(frame.children)
    const corner = host.getBoundingClientRect()
    return ink ? { ...ink, left: ink.left - corner.left, top: ink.top - corner.top } : null
  })
}

/**
 * Puts cases on a sheet, each on a layer of its own: so it is painted from its own corner, the same wherever it stands. What is
 * laid out inside of them stays as it is.
 */
export function spreadCases(cases: readonly StandingCase[], places: readonly CasePlace[]): void {
  const placeOf = new Map(places.map((place) => [place.index, place]))
  plainGround()
  const sheet = document.querySelector<HTMLElement>(`[${CONTAINER}]`)
  if (sheet) set(sheet, SHEET)
  const widths = cases.map(({ host }) => host.getBoundingClientRect().width)
  cases.forEach(({ host, index }, at) => {
    const { left, top } = placeOf.get(index) ?? { left: AWAY, top: AWAY }
    set(host, { ...LAYER, left: `${left}px`, top: `${top}px`, width: `${widths[at]}px` })
  })
}

/** Does so with the frames of cases that have a document each. */
export function spreadFrames(
  frames: readonly (HTMLElement | null)[],
  places: readonly CasePlace[],
  turned: number,
): void {
  const placeOf = new Map(places.map((place) => [place.index, place]))
  plainGround()
  frames.forEach((frame, index) => {
    if (!frame) return
    const { left, top, shown } = placeOf.get(index) ?? { left: AWAY, top: AWAY, shown: NOTHING }
    const [right, bottom] = [shown.left + shown.width, shown.top + shown.height]
    const { offsetWidth: width, offsetHeight: height } = frame
    set(frame, {
      ...LAYER,
      left: `${left}px`,
      top: `${top - turned}px`,
      'clip-path': `inset(${shown.top}px ${width - right}px ${height - bottom}px ${shown.left}px)`,
    })
  })
}

const NOTHING: Rect = { left: 0, top: 0, width: 0, height: 0 }

/** Shows another stretch of the sheet. */
export function turnSheet(top: number): void {
  const sheet = document.querySelector<HTMLElement>(`[${CONTAINER}]`)
  if (sheet) set(sheet, { top: `${-top}px` })
}

const LAYER = { position: 'absolute', margin: '0', transition: 'none', 'will-change': 'transform' }

/** Takes back what has been done to the document around the cases, which go anyway. */
export function gatherCases(): void {
  const sheet = document.querySelector<HTMLElement>(`[${CONTAINER}]`)
  for (const name of Object.keys(SHEET)) sheet?.style.removeProperty(name)
  for (const element of [document.documentElement, document.body]) {
    element.style.removeProperty('background-image')
    // Whose body bears anything has reached out of its case.
    if (element.getAttribute('style') === '') element.removeAttribute('style')
  }
}

const SHEET = { position: 'absolute', left: '0', top: '0', width: '100%' }

/** A picture behind everything would look otherwise wherever a case stands; and reading may have left the window scrolled. */
function plainGround() {
  scrollTo({ left: 0, top: 0, behavior: 'instant' })
  for (const element of [document.documentElement, document.body]) set(element, { 'background-image': 'none' })
}

function set({ style }: HTMLElement, properties: Readonly<Record<string, string>>) {
  for (const [name, value] of Object.entries(properties)) style.setProperty(name, value, 'important')
}

/** Images of cases that have been loaded may not have been decoded. */
export async function decodeImages(cases: readonly StandingCase[]): Promise<void> {
  const images = cases
    .flatMap(({ scope }) => [...scope.querySelectorAll('img')])
    .filter(({ complete, naturalWidth }) => complete && naturalWidth > 0)
  // One that cannot be decoded shows nothing, at any time.
  await Promise.all(images.map((image) => image.decode().catch(() => {})))
}
