import type { Plan } from '@/core/plan'
import type { Library, Tolerance, Viewport } from '@/core/sheet'
import type { TokenBook } from '@/core/tokens'
import type { CompiledComponent } from '@/source'
import type { PictureTaker } from '../pictures'
import type { PreparedLibrary } from '../prepare'
import type { SurveyCollector } from '../SurveyCollector'

/** All that a run of one component needs. */
export interface RunSetup {
  plan: Plan
  component: CompiledComponent['component']
  places: CompiledComponent['places']
  tokens: TokenBook
  tolerance: Tolerance
  viewport: Viewport
  /** Names of the library's contexts. */
  contexts: readonly string[]
  /** For what steps put into slots. */
  library: Library
  /** Reads more than rules ask for. */
  surveyor?: SurveyCollector
  /** Takes pictures, where they are asked for. */
  pictures?: PictureTaker
}

/** What a run needs that reads what rules ask for, and nothing more. */
export function plainSetup(
  { library, tokens }: Pick<PreparedLibrary, 'library' | 'tokens'>,
  compiled: CompiledComponent,
  plan: Plan,
): RunSetup {
  const { tolerance, viewport, contexts } = library.data
  return { plan, ...compiled, tokens, library, tolerance, viewport, contexts: Object.keys(contexts) }
}
