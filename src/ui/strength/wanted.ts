import type { BreakKind } from '@/core/breaks'

/** Which unnoticed breaks are shown; all, where nothing is said. */
export interface Wanted {
  part?: string
  kind?: BreakKind
}
