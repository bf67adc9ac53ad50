import { CommanderError } from 'commander'
import { tellFault } from './fault'
import { makeProgram } from './program'
import { STATUS } from './status'
import { safeTerminal } from './safeTerminal'
import type { Output, Terminal } from './terminal'

/**
 * Runs one command.
 * @param given what stands on the command line, without the program's own name
 * @returns the exit status
 */
export async function runCli(given: readonly string[], streams: Terminal<Output>): Promise<number> {
  const terminal = safeTerminal(streams)
  let status: number = STATUS.holds
  const program = makeProgram(terminal, async (work) => {
    status = await work().catch((error: unknown) => tellFault(error, terminal))
  })
  try {
    await program.parseAsync(given, { from: 'user' })
  } catch (error) {
    if (!(error instanceof CommanderError)) throw error
    // Commander has printed its sentence; help and version end well.
    return error.exitCode === 0 ? STATUS.holds : STATUS.badInput
  }
  return status
}
