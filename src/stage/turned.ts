import { findParts, flatParent, type MountedCase } from './findPart'
import type { Inventory } from './inventory'
import type { StageComponent } from './protocol'

/** Adds which parts stand turned, themselves or with what holds them, each with the first case that shows it. */
export function findTurned(inventory: Inventory, component: StageComponent, cases: readonly MountedCase[]): Inventory {
  const turned = new Map(inventory.turned)
  for (const mounted of cases) {
    if (mounted.failure !== undefined) continue
    for (const part of Object.keys(component.parts))
      if (!turned.has(part) && findParts(component, mounted, part).some(isTurned)) turned.set(part, mounted.key)
  }
  return { ...inventory, turned: [...turned] }
}

/** Whether the rectangle around an element is not its own box. */
function isTurned(element: Element): boolean {
  for (let link: Element | null = element; link; link = flatParent(link)) {
    const { rotate, transform } = getComputedStyle(link)
    if (rotate !== 'none' && !keepsUpright(rotate)) return true
    if (transform === 'none') continue
    const { b, c, is2D } = new DOMMatrix(transform)
    if (!is2D || Math.hypot(b, c) > LEAST) return true
  }
  return false
}

// An angle is computed in degrees; what names an axis as well turns out of the plane.
function keepsUpright(rotate: string): boolean {
  return /^-?[\d.e-]+deg$/.test(rotate) && Number.parseFloat(rotate) % 180 === 0
}

// What a matrix of a plain move or scale may be off by.
const LEAST = 1e-6
