import type { Plan } from '@/core/plan'
import type { Tolerance, Viewport } from '@/core/sheet'
import type { TokenBook } from '@/core/tokens'
import type { CompiledComponent } from '@/source'

/** All that a run of one component needs. */
export interface RunSetup {
  plan: Plan
  component: CompiledComponent['component']
  originalPlace: CompiledComponent['originalPlace']
  tokens: TokenBook
  tolerance: Tolerance
  viewport: Viewport
  /** Names of the library's contexts. */
  contexts: readonly string[]
}
