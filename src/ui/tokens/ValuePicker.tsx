import { Slide } from '../editing'
import { ColourPicker } from './ColourPicker'
import { CurvePicker } from './CurvePicker'

export interface ValuePickerProps {
  /** The field whose value is picked. */
  label: string
  type: string
  /** The value as it is written, or as CSS where it stands for another token. */
  text: string
  onPick(text: string): void
}

/** A value by pointing at it, for the types that have something to point at. */
export function ValuePicker({ label, type, text, onPick }: ValuePickerProps) {
  if (type === 'color') return <ColourPicker {...{ label, onPick }} css={text} />
  if (type === 'cubicBezier') return <CurvePicker {...{ label, onPick }} css={text} />
  const match = /^(-?\d*\.?\d+)(px|rem|em|ms|s)$/.exec(text)
  if (!match || (type !== 'dimension' && type !== 'duration')) return null
  const [, number, unit = ''] = match
  const value = Number(number)
  const { step, usual } = UNITS[unit]!
  return (
    <Slide
      label={`${label}, slider`}
      {...{ value, step }}
      // Twice what it is can be reached, and what is usual for the unit.
      max={Math.max(usual, Math.ceil(value * 2))}
      onSlide={(next) => onPick(`${Number(next.toFixed(3))}${unit}`)}
    />
  )
}

const UNITS: Readonly<Record<string, { step: number; usual: number }>> = {
  px: { step: 1, usual: 64 },
  rem: { step: 0.0625, usual: 4 },
  em: { step: 0.0625, usual: 4 },
  ms: { step: 10, usual: 1000 },
  s: { step: 0.05, usual: 1 },
}
