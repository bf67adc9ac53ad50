import { inertLine } from '@/core/words'
import type { SafeOutput } from './terminal'

const WIDTH = 30
const EVERY_MS = 80

/** A bar on a terminal's error stream; nothing where that is not a terminal. */
export function makeProgress(stream: SafeOutput) {
  let last = 0
  const start = performance.now()
  return {
    show(done: number, total: number, what: string) {
      const now = performance.now()
      if (!stream.isTTY || (now - last < EVERY_MS && done < total)) return
      last = now
      const filled = Math.round((WIDTH * done) / Math.max(1, total))
      const left = done > 0 ? ((now - start) / done) * (total - done) : 0
      stream.own(
        `\r\x1b[2K${'■'.repeat(filled)}${'·'.repeat(WIDTH - filled)} ${done}/${total} ${inertLine(what)} ${(left / 1000).toFixed(0)} s left`,
      )
    },
    end() {
      if (stream.isTTY) stream.own('\r\x1b[2K')
    },
  }
}
