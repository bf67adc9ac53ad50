/** How values of a token's type are met again in readings. */
export type TokenKind = 'colour' | 'length' | 'time' | 'whole'

const KINDS: Readonly<Record<string, { kind: TokenKind; property: string }>> = {
  color: { kind: 'colour', property: 'color' },
  dimension: { kind: 'length', property: 'left' },
  duration: { kind: 'time', property: 'transition-duration' },
  shadow: { kind: 'whole', property: 'box-shadow' },
  border: { kind: 'whole', property: 'border' },
  typography: { kind: 'whole', property: 'font' },
  fontFamily: { kind: 'whole', property: 'font-family' },
  fontWeight: { kind: 'whole', property: 'font-weight' },
  cubicBezier: { kind: 'whole', property: 'transition-timing-function' },
  gradient: { kind: 'whole', property: 'background-image' },
  number: { kind: 'whole', property: 'opacity' },
}

/** How a type's values are recognised; undefined for types that no reading shows by themselves. */
export const tokenKind = (type: string | undefined): TokenKind | undefined => KINDS[type ?? '']?.kind

/** The property as whose value the browser computes a token of this type. */
export const standingProperty = (type: string | undefined): string | undefined => KINDS[type ?? '']?.property
