/** What a value of a context changes besides attributes of the page's root. */
export interface Effect {
  /** What the browser is to answer to a media feature. */
  media?: readonly [feature: string, value: string]
  /** Width of the window, in px. */
  viewportWidth?: number
  /** Width of what holds the component, in px. */
  containerWidth?: number
  /** Font size of the page's root. */
  rootFontSize?: string
  /** Writing direction of the page's root. */
  direction?: string
  /** The pointer is a finger: coarse, and it cannot hover. */
  isTouch?: boolean
}

/** A context that has an effect of its own, by its name. */
export interface ContextDefinition {
  name: string
  /** One sentence for the reference. */
  about: string
  /** What its values may be, in words. */
  allowed: string
  /** Values as somebody would begin. */
  example: readonly string[]
  /** @returns undefined for a value that has none */
  effect(value: string): Effect | undefined
  /** It belongs to a whole document: cases that differ in it cannot stand in one. */
  ofDocument: boolean
  /** A page cannot bring this value about for itself: it takes the browser. */
  needsBrowser?(value: string): boolean
}

export const defineContext = (definition: ContextDefinition): ContextDefinition => definition

/** A context whose values are answers to a media feature. */
export const mediaContext = ({
  name,
  feature,
  answers,
  ...more
}: Pick<ContextDefinition, 'name' | 'about' | 'needsBrowser'> & {
  feature: string
  /** What is answered, by value; the default first. */
  answers: Readonly<Record<string, string>>
}): ContextDefinition => {
  const values = Object.keys(answers)
  return {
    name,
    ...more,
    allowed: values.map((value) => `"${value}"`).join(' or '),
    example: values,
    effect: (value) => (value in answers ? { media: [feature, answers[value]!] } : undefined),
    ofDocument: true,
  }
}

const PX = /^(\d+(?:\.\d+)?)px$/

/** A context whose values are widths. @param none a value that leaves all as it is */
export const widthContext = ({
  key,
  none,
  ...more
}: Pick<ContextDefinition, 'name' | 'about' | 'example'> & {
  key: 'viewportWidth' | 'containerWidth'
  none?: string
}): ContextDefinition => ({
  ...more,
  allowed: `a width in px, such as "390px"${none === undefined ? '' : `, or "${none}"`}`,
  effect: (value) => {
    if (value === none) return {}
    const width = Number(PX.exec(value)?.[1] ?? 0)
    return width > 0 && width <= 10_000 ? { [key]: width } : undefined
  },
  ofDocument: true,
})
