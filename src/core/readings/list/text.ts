import { defineReading } from '../defineReading'

const CUT = ['text-overflow', 'overflow', 'overflow-x', 'max-width', 'width']

/** Readings of what a part's text says, and how it runs. */
export const TEXT = [
  defineReading({
    name: 'text',
    kind: 'text',
    origin: 'text',
    about: 'The text that is shown, with single spaces; of a field its value, or else its placeholder.',
    example: 'Save',
    speaksFor: ['content'],
    survey: 'elements',
    silent: /^$/,
  }),
  defineReading({
    name: 'text.lines',
    kind: 'number',
    origin: 'text',
    about: 'How many lines the text takes.',
    example: '1',
    decidedBy: ['white-space', 'width', 'max-width'],
  }),
  defineReading({
    name: 'text.cut',
    kind: 'truth',
    origin: 'text',
    about: 'Whether some of the text is hidden, by the part or by what it lies in.',
    example: 'no',
    decidedBy: CUT,
  }),
  defineReading({
    name: 'text.spills',
    kind: 'truth',
    origin: 'text',
    about: 'Whether text runs out of the part’s box where it can be seen.',
    example: 'no',
    decidedBy: ['overflow', 'white-space', 'width', 'max-width'],
  }),
  defineReading({
    name: 'text.clipped',
    kind: 'truth',
    origin: 'text',
    about: 'Whether text is cut or spills.',
    example: 'no',
    decidedBy: CUT,
  }),
] as const
