/** Shorthands under which people specify, with the longhands that they stand for. The first that fits is taken. */
export const SHORTHANDS: Readonly<Record<string, readonly string[]>> = {
  border: sides('border', ['width', 'style', 'color']),
  'border-width': sides('border', ['width']),
  'border-style': sides('border', ['style']),
  'border-color': sides('border', ['color']),
  'border-radius': ['top-left', 'top-right', 'bottom-right', 'bottom-left'].map((corner) => `border-${corner}-radius`),
  outline: ['outline-color', 'outline-style', 'outline-width'],
  padding: edges('padding'),
  'padding-inline': ['padding-inline-start', 'padding-inline-end'],
  'padding-block': ['padding-block-start', 'padding-block-end'],
  margin: edges('margin'),
  'margin-inline': ['margin-inline-start', 'margin-inline-end'],
  'margin-block': ['margin-block-start', 'margin-block-end'],
  inset: ['top', 'right', 'bottom', 'left'],
  'inset-inline': ['inset-inline-start', 'inset-inline-end'],
  'inset-block': ['inset-block-start', 'inset-block-end'],
  gap: ['row-gap', 'column-gap'],
  overflow: ['overflow-x', 'overflow-y'],
  'place-items': ['align-items', 'justify-items'],
  'place-content': ['align-content', 'justify-content'],
  font: ['font-style', 'font-weight', 'font-size', 'line-height', 'font-family'],
}

function sides(name: string, what: readonly string[]): string[] {
  return ['top', 'right', 'bottom', 'left'].flatMap((side) => what.map((each) => `${name}-${side}-${each}`))
}

function edges(name: string): string[] {
  return ['top', 'right', 'bottom', 'left'].map((edge) => `${name}-${edge}`)
}

// What a shorthand also resets, and nobody means who writes it.
const RESET =
  /^(border-image-.+|background-(image|position-[xy]|size|repeat(-[xy])?|attachment|origin|clip)|font-(variant.*|stretch|size-adjust|kerning|feature-settings|variation-settings|optical-sizing|palette|language-override)|outline-offset|transition-behavior|text-decoration-(thickness|style|color)|flex-basis|animation-(range.*|timeline|composition))$/

export const isReset = (property: string): boolean => RESET.test(property)

/** A property with every longhand that it stands for; a longhand stands for itself. */
export const longhandsOf = (property: string): readonly string[] => SHORTHANDS[property] ?? ALSO[property] ?? [property]

const ALSO: Readonly<Record<string, readonly string[]>> = {
  background: ['background-color', 'background-image'],
  ...Object.fromEntries(
    ['top', 'right', 'bottom', 'left'].map((side) => [
      `border-${side}`,
      ['width', 'style', 'color'].map((each) => `border-${side}-${each}`),
    ]),
  ),
  transition: ['transition-property', 'transition-duration', 'transition-timing-function', 'transition-delay'],
  flex: ['flex-grow', 'flex-shrink', 'flex-basis'],
}

/** A logical property as the physical one that it is in a page that runs from left to right. */
export function physical(property: string): string {
  return property
    .replace(/-inline-start\b/, '-left')
    .replace(/-inline-end\b/, '-right')
    .replace(/-block-start\b/, '-top')
    .replace(/-block-end\b/, '-bottom')
    .replace(/^inset-/, '')
}
