import { lintLibrary } from '@/core/lint'
import { inertIn, inertLine } from '@/core/words'
import { prepareLibrary } from '@/runner'
import { openFolder } from '@/source'
import { paintFor } from './paint'
import type { Terminal } from './terminal'

/** `brelt check`: everything that can be told without a browser. @throws BadInput with all that `verify` would not begin with */
export async function check(folder: string, { stdout }: Terminal): Promise<number> {
  const { library, tokens, components } = await prepareLibrary(openFolder(folder))
  const paint = paintFor(stdout)
  // What all components share is told with the first.
  const lints = components.length > 0 ? components.flatMap((each) => each.lints) : lintLibrary(library, tokens)
  for (const { code, severity, message, file, line } of inertIn(lints)) {
    stdout.write(
      `${file}:${line}: ${severity === 'error' ? paint.miss(severity) : paint.warn(severity)} ${code}: ${message}\n`,
    )
  }
  const errors = lints.filter(({ severity }) => severity === 'error').length
  const sentence = `${components.length} components, ${errors} errors, ${lints.length - errors} warnings`
  stdout.write(`${paint.strong(inertLine(library.data.name))}: ${sentence}\n`)
  return errors > 0 ? 1 : 0
}
