import { BadInput, describeProblem } from '@/core/problem'
import { inertLine } from '@/core/words'
import { STATUS } from './status'
import type { Terminal } from './terminal'

/** Codes of what this machine lacks; told in words alone. */
const LACKING: ReadonlySet<string | undefined> = new Set(['no-browser', 'no-queue'])

/** Tells what went wrong in words; only a fault of our own shows where it happened. @returns the exit status */
export async function tellFault(error: unknown, { stderr }: Terminal): Promise<number> {
  if (error instanceof BadInput) {
    for (const problem of error.problems) stderr.write(inertLine(describeProblem(problem)) + '\n')
    stderr.write(
      `Nothing was run: ${error.problems.length} ${error.problems.length === 1 ? 'problem' : 'problems'} in the input.\n`,
    )
    return STATUS.badInput
  }
  const { message, code, stack } = error as NodeJS.ErrnoException
  const store = LACKING.has(code) ? undefined : await storeFaultOf(error)
  if (store) stderr.write(`brelt: ${store}\n`)
  else if (LACKING.has(code)) stderr.write(`brelt: ${message}\n`)
  else stderr.write(`brelt: ${code ? `${code}: ` : ''}${message}\n${process.env.BRELT_DEBUG ? `${stack}\n` : ''}`)
  return STATUS.environment
}

/** What is wrong with the store, where it is that; loaded only here, since most commands open none. */
async function storeFaultOf(error: unknown): Promise<string | undefined> {
  const [{ databaseFile, storeFault }, { homeFolder }] = await Promise.all([import('@/store'), import('@/source')])
  return storeFault(error, databaseFile(homeFolder()))?.message
}
