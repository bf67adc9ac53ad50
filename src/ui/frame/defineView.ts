import type { ComponentType } from 'react'
import type { LibraryFacts } from '@/contract'

/** Keys of a view, each with what it does. */
export type KeyHelp = readonly (readonly [keys: string, what: string])[]

/** What every view of a component is given. */
export interface ViewProps {
  library: LibraryFacts
  slug: string
  /** What stood in the address after the question mark. */
  query: string
}

/** A view of a component: its tab, its place in the address, its keys and their help follow from this. */
export interface ViewDefinition<Name extends string = string> {
  /** In the address: `/library/component/name`. */
  name: Name
  label: string
  /** One sentence for the reference and the tab's tooltip. */
  about: string
  keys: KeyHelp
  /** It fills the window and scrolls inside, or is a page that scrolls as a whole. @defaultValue 'window' */
  extent?: 'window' | 'page'
  /** Loaded when the view is first opened. */
  Component: ComponentType<ViewProps>
}

/** Defines a view. */
export const defineView = <const Name extends string>(definition: ViewDefinition<Name>): ViewDefinition<Name> =>
  definition
