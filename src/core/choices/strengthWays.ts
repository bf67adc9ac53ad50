/** How thoroughly a component is broken: its cases only, or its scenarios too. */
export const STRENGTH_WAYS = ['quick', 'full'] as const
export type StrengthWay = (typeof STRENGTH_WAYS)[number]
