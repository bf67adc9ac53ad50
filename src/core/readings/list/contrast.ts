import { defineReading } from '../defineReading'

/** The lowest contrast of a part's text with what is painted behind it. */
export const contrast = defineReading({
  name: 'contrast',
  kind: 'number',
  origin: 'paint',
  about: 'The lowest contrast of the part’s text with what is painted behind it, as WCAG defines it.',
  example: '>= 4.5',
  decidedBy: ['color', 'background-color', 'background', 'fill'],
  speaksFor: ['color'],
  survey: 'elements',
})
