import { lintSheet, lintLibrary } from '@/core/lint'
import { openLibrary } from '@/runner'
import { codePropsOf, openFolder } from '@/source'
import { paintFor } from './paint'

/** `brelt check`: everything that can be told without a browser. */
export async function check(folder: string): Promise<number> {
  const { library, tokens, sheets } = openLibrary(openFolder(folder))
  const paint = paintFor(process.stdout)
  const lints = lintLibrary(library, tokens)
  for (const sheet of sheets) lints.push(...lintSheet(sheet, library, tokens, await codePropsOf(sheet, library.tree)))
  for (const { code, severity, message, file, line } of lints) {
    process.stdout.write(
      `${file}:${line}: ${severity === 'error' ? paint.miss(severity) : paint.warn(severity)} ${code}: ${message}\n`,
    )
  }
  const errors = lints.filter(({ severity }) => severity === 'error').length
  const sentence = `${sheets.length} components, ${errors} errors, ${lints.length - errors} warnings`
  process.stdout.write(`${paint.strong(library.data.name)}: ${sentence}\n`)
  return errors > 0 ? 1 : 0
}
