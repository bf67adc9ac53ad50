/** How large the live cases are drawn; at 0 there are marks only. */
export const ZOOMS: readonly [zoom: number, label: string][] = [
  [0, 'Marks'],
  [0.5, '50 %'],
  [1, '100 %'],
  [2, '200 %'],
]

/** The zoom that is so many steps from another. */
export function zoomBy(zoom: number, steps: number): number {
  const at = ZOOMS.findIndex(([value]) => value === zoom) + steps
  return ZOOMS[Math.max(0, Math.min(ZOOMS.length - 1, at))]![0]
}
