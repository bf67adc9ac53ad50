import { compileStringAsync, Exception, type Importer } from 'sass'
import { errorSentence } from '@/core/problem'
import { serveWork } from '../apart'
import type { SassAsk, SassQuestion, SassReply, SassResult } from './protocol'

// Compiles SCSS in a process of its own: a sheet that never ends, or takes all memory, stops only this.

type Question = (question: SassQuestion) => Promise<SassReply>

const importerFor = (ask: Question): Importer => ({
  nonCanonicalScheme: 'pkg',
  canonicalize: async (reference) => {
    const found = await ask({ what: 'find', reference })
    return typeof found === 'string' ? new URL(found) : null
  },
  load: async (url) => {
    const loaded = await ask({ what: 'load', url: url.href })
    return typeof loaded === 'object' ? loaded : null
  },
})

async function compile({ url, text }: SassAsk, ask: Question): Promise<SassResult> {
  const importer = importerFor(ask)
  try {
    const { css, sourceMap } = await compileStringAsync(text, {
      url: new URL(url),
      importer,
      // What is not beside a file is asked for by its name.
      importers: [importer],
      sourceMap: true,
      sourceMapIncludeSources: false,
      quietDeps: true,
      logger: { warn: () => {} },
    })
    return { css, sourceMap }
  } catch (error) {
    // What the compiler itself fails at, such as ten thousand parentheses, comes without a place.
    if (!(error instanceof Exception)) return { fault: { message: errorSentence(error), line: 1, column: 1 } }
    const { start, url: at } = error.span
    const place = { line: start.line + 1, column: start.column + 1 }
    return { fault: { message: error.sassMessage, ...(at && { url: at.href }), ...place } }
  }
}

serveWork(compile)
