import { pino, type Logger } from 'pino'

/**
 * What the server tells of itself, as JSON, a line each, on standard error. `BRELT_LOG` says from which level on: `info` tells of runs
 * too. Addresses are told without passwords; of a library's files nothing is told.
 */
export const log: Logger = pino(
  { name: 'brelt', level: process.env.BRELT_LOG ?? 'warn' },
  pino.destination({ dest: 2, sync: true }),
)
