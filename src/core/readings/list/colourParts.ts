import { defineReading } from '../defineReading'

/** Readings of a colour of a part in OKLCH; the property that holds it stands in brackets. */
export const COLOUR_PARTS = [
  defineReading({
    name: 'lightness',
    kind: 'number',
    origin: 'paint',
    argument: 'name',
    about: 'How light a colour is, 0 to 1, in OKLCH.',
    example: '> 0.6',
  }),
  defineReading({
    name: 'chroma',
    kind: 'number',
    origin: 'paint',
    argument: 'name',
    about: 'How strong a colour is, from 0 for grey to about 0.4, in OKLCH.',
    example: '< 0.04',
  }),
  defineReading({
    name: 'hue',
    kind: 'number',
    origin: 'paint',
    argument: 'name',
    about: 'The hue of a colour in degrees, in OKLCH; none for greys.',
    example: '165 ± 3',
  }),
] as const
