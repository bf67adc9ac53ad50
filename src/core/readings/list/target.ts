import { defineReading } from '../defineReading'

/** Readings of the area in which a pointer reaches a part. */
export const TARGET = [
  defineReading({
    name: 'target.width',
    kind: 'length',
    origin: 'pointer',
    about: 'How wide the area is, through the part’s middle, in which a pointer reaches it.',
    example: '>= 24px',
    decidedBy: ['width', 'min-width', 'padding', 'pointer-events'],
  }),
  defineReading({
    name: 'target.height',
    kind: 'length',
    origin: 'pointer',
    about: 'How high the area is, through the part’s middle, in which a pointer reaches it.',
    example: '>= 24px',
    decidedBy: ['height', 'min-height', 'padding', 'pointer-events'],
  }),
] as const
