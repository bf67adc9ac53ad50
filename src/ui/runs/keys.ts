/** Keys of the runs, each with what it does. */
export const RUNS_KEYS = [
  ['Up and down', 'The run after, before'],
  ['c', 'What changed'],
  ['f', 'What it found'],
  ['y', 'What is flaky'],
  ['k', 'Keep the run, or no more'],
] as const
