import type { Protocol } from 'puppeteer-core'
import type { Request } from '@/core/plan'
import type { PseudoBoxes, StageComponent } from '@/stage'

/** Parts that are pseudo-elements and whose boxes are asked for. */
export function pseudoParts(
  parts: StageComponent['parts'],
  requests: readonly Request[],
): { part: string; pseudo: string }[] {
  const asked = requests
    .filter(({ reading }) => reading.origin === 'box')
    .flatMap(({ target, reading }) => [target.part, ...(reading.other ? [reading.other.part] : []), 'root'])
  return [...new Set(asked)].flatMap((part) => {
    const pseudo = parts[part]?.pseudo
    return pseudo ? [{ part, pseudo }] : []
  })
}

/** The upright box around a border that the engine tells as a quadrilateral. */
export function borderBox({ border }: Protocol.DOM.BoxModel): PseudoBoxes[string] {
  const xs = border.filter((_, at) => at % 2 === 0)
  const ys = border.filter((_, at) => at % 2 === 1)
  const [left, top] = [Math.min(...xs), Math.min(...ys)]
  return { left, top, width: Math.max(...xs) - left, height: Math.max(...ys) - top }
}
