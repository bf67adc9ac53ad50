import { Slider } from 'radix-ui'

/** A number that is moved along a line; by keys too. */
export const Slide = ({
  label,
  value,
  min = 0,
  max,
  step,
  onSlide,
}: {
  label: string
  value: number
  min?: number
  max: number
  step: number
  onSlide(value: number): void
}) => (
  <Slider.Root
    className="relative flex h-6 min-w-16 flex-1 items-center"
    value={[Math.min(max, Math.max(min, value))]}
    {...{ min, max, step }}
    onValueChange={([next]) => next !== undefined && onSlide(next)}
  >
    <Slider.Track className="relative h-px flex-1 bg-line-strong">
      <Slider.Range className="absolute h-px bg-ink" />
    </Slider.Track>
    <Slider.Thumb aria-label={label} className="grid size-6 place-items-center">
      <span className="block h-4 w-2 border border-ink bg-sheet" />
    </Slider.Thumb>
  </Slider.Root>
)
