import { emptyShelves, keepWarm } from '@/runner'
import { closeAtEnd } from './shared'

let isKept = false

/** From now on browsers stand ready from one test to the next, as in a server from one run to the next. */
export function keepBrowsers(): void {
  if (isKept) return
  isKept = true
  keepWarm()
  closeAtEnd(emptyShelves)
}
