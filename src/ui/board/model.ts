import type { Space } from '@/core/matrix'
import type { Reachable } from '@/core/plan'
import type { Viewport } from '@/core/sheet'
import type { StageComponent, StageContext } from '@/stage'

/** All that the browser needs to show a component's cases live. */
export interface BoardModel {
  slug: string
  name: string
  about: string
  /** Changes whenever a file of the library does. */
  fingerprint: string
  component: StageComponent
  reachable: Reachable
  /** The components that its slots may hold, and theirs. */
  nested: Reachable[]
  space: Space
  /** How many cases a run takes. */
  cases: number
  /** Keys of the cases that a run takes, where it does not take all. */
  chosen?: string[]
  /** Whether the component may turn out to need documents of its own. */
  canForceIsolation: boolean
  viewport: Viewport
  contexts: StageContext[]
  sheetFile: string
}
