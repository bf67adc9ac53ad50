import type { Control } from '@/core/bench'

// More steps than this nobody watches: a long range is gone through in larger ones.
const MAX_STEPS = 120

/** The values that a control is swept over, from one end to the other; undefined for one that has no range. */
export function sweepValues(control: Control): readonly (string | number | boolean)[] | undefined {
  if (control.kind === 'flag') return [false, true]
  if (control.kind === 'choice' || control.kind === 'hold') return control.values
  if (control.kind !== 'number' || control.min === undefined || control.max === undefined) return undefined
  const { min, max, step } = control
  const steps = Math.floor((max - min) / step + 1e-9)
  const stride = Math.max(1, Math.ceil(steps / MAX_STEPS))
  const values = Array.from({ length: Math.floor(steps / stride) + 1 }, (_, at) => tidy(min + at * stride * step))
  // The end is shown, wherever the last stride came to.
  return values.at(-1) === max ? values : [...values, max]
}

/** Sums of steps such as 0.1 are not what anybody wrote. */
const tidy = (value: number) => Number(value.toPrecision(12))
