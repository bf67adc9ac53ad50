import { compileStringAsync, Exception, type Importer } from 'sass'
import { errorSentence } from '@/core/problem'
import type { FromSass, SassAsk, SassQuestion, SassReply, SassResult, ToSass } from './protocol'

// Compiles SCSS in a process of its own: a sheet that never ends, or takes all memory, stops only this.

type Question = SassQuestion extends infer Each
  ? Each extends SassQuestion
    ? Omit<Each, 'kind' | 'id' | 'call'>
    : never
  : never

const waiting = new Map<number, (reply: SassReply) => void>()
let lastCall = 0

const send = (message: FromSass) => void process.send!(message)

const ask = (id: number, question: Question): Promise<SassReply> =>
  new Promise((done) => {
    const call = ++lastCall
    waiting.set(call, done)
    send({ kind: 'question', id, call, ...question } as SassQuestion)
  })

const importerFor = (id: number): Importer => ({
  nonCanonicalScheme: 'pkg',
  canonicalize: async (reference) => {
    const found = await ask(id, { what: 'find', reference })
    return typeof found === 'string' ? new URL(found) : null
  },
  load: async (url) => {
    const loaded = await ask(id, { what: 'load', url: url.href })
    return typeof loaded === 'object' ? loaded : null
  },
})

async function compile({ id, url, text }: SassAsk): Promise<SassResult> {
  const importer = importerFor(id)
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

process.on('message', (message: ToSass) => {
  if (message.kind === 'reply') {
    waiting.get(message.call)?.(message.reply)
    waiting.delete(message.call)
    return
  }
  const { id } = message
  compile(message).then(
    (result) => send({ kind: 'result', id, result }),
    (error: Error) => send({ kind: 'broken', id, message: String(error.stack) }),
  )
})
