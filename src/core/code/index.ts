/** An input of a component as its code declares it. */
export interface CodeProp {
  /** In kebab-case, as a sheet names it. */
  name: string
  /** As the code spells it. */
  codeName: string
  type: 'flag' | 'text' | 'number' | 'choice' | 'colour' | 'data' | 'node' | 'event'
  /** Of a choice, in the order of the code; what is on, off, or some word besides has all three. */
  values?: readonly (string | number | boolean)[]
  default?: string | number | boolean
  about?: string
  isOptional: boolean
  /** Code sets it rather than whoever uses the component, as far as can be told: no axis is made of it. */
  isInner?: boolean
  /** Where it is declared. */
  file: string
  line: number
}

/** What could be made of a component's code, and what not. */
export interface CodeReading {
  /** The export, or the element's tag. */
  name: string
  about?: string
  props: CodeProp[]
  /** What was met and not understood, in words. */
  unclear: { line: number; what: string }[]
  /** How many attributes of a native element it takes besides. */
  nativeProps?: number
}

/** `hookCount` → `hook-count`. */
export const kebabCase = (name: string) =>
  name
    .replace(/([a-z0-9])([A-Z])/g, '$1-$2')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .toLowerCase()
    .replace(/^-+|-+$/g, '')
export { propTypes } from './propTypes'
export { skeletonCss, type Skeleton } from './skeleton'
