export type { Findable } from './Finder'
export { Providers } from './Providers'
export { TitleBlock, type LibraryFacts } from './TitleBlock'
export { useKeys } from './useKeys'
