import type { Library, Sheet, Viewport } from '@/core/sheet'
import type { TokenBook } from '@/core/tokens'
import type { CompiledComponent } from '@/source'

/** All that performing a component's scenarios needs. */
export interface PlaySetup {
  sheet: Sheet
  library: Library
  component: CompiledComponent['component']
  places: CompiledComponent['places']
  tokens: TokenBook
  viewport: Viewport
}
