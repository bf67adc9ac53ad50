/** Clocks count in doubles: a thousandth of a millisecond is nothing. */
export const round = (ms: number) => Math.round(ms * 1000) / 1000
