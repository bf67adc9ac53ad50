/** What a command's end says to the shell. */
export const STATUS = { holds: 0, misses: 1, badInput: 2, environment: 3 } as const
