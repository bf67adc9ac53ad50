import type { Protocol } from 'puppeteer-core'
import type { Request } from '@/core/plan'
import type { PseudoBoxes, StageComponent } from '@/stage'

type Parts = StageComponent['parts']

const isAccessible = ({ reading }: Request) => reading.origin === 'accessibility'

/** Parts that are pseudo-elements and whose boxes are asked for. */
function pseudoParts(parts: Parts, requests: readonly Request[]): { part: string; pseudo: string }[] {
  const asked = requests
    .filter(({ reading }) => reading.origin === 'box')
    .flatMap(({ target, reading }) => [target.part, ...(reading.other ? [reading.other.part] : []), 'root'])
  return [...new Set(asked)].flatMap((part) => {
    const pseudo = parts[part]?.pseudo
    return pseudo ? [{ part, pseudo }] : []
  })
}

/** The kinds of pseudo-elements whose boxes are asked for, such as `::before`. */
export const askedPseudos = (parts: Parts, requests: readonly Request[]): string[] => [
  ...new Set(pseudoParts(parts, requests).map(({ pseudo }) => pseudo)),
]

/** Whether anything is asked that only the accessibility tree tells. */
export const needsAccessibility = (requests: readonly Request[]): boolean => requests.some(isAccessible)

/** Parts whose nodes must be known before they are read: what only the browser tells of them is found by their reference numbers. */
export const referredParts = (parts: Parts, requests: readonly Request[]): string[] => [
  ...new Set([
    ...requests.filter(isAccessible).map(({ target }) => target.part),
    ...pseudoParts(parts, requests).map(({ part }) => part),
  ]),
]

/** The upright box around a border that the engine tells as a quadrilateral. */
export function borderBox({ border }: Protocol.DOM.BoxModel): PseudoBoxes[string] {
  const xs = border.filter((_, at) => at % 2 === 0)
  const ys = border.filter((_, at) => at % 2 === 1)
  const [left, top] = [Math.min(...xs), Math.min(...ys)]
  return { left, top, width: Math.max(...xs) - left, height: Math.max(...ys) - top }
}
