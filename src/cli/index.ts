import { program, STATUS } from './program'

try {
  await program.parseAsync()
} catch (error) {
  // Commander has printed its sentence; help and version end well.
  process.exitCode = (error as { exitCode?: number }).exitCode === 0 ? STATUS.holds : STATUS.badInput
}
