import { defineReading } from '../defineReading'

const MOVED = ['translate', 'transform', 'rotate', 'scale', 'animation']

/** Readings of how a part is moved from where its layout puts it, whatever moves it: `translate`, `transform`, or an animation. */
export const MOVEMENT = [
  defineReading({
    name: 'moved-x',
    kind: 'length',
    origin: 'box',
    about: 'How far the part is moved to the right of where its layout puts it.',
    example: '20px',
    decidedBy: MOVED,
    speaksFor: ['translate', 'transform'],
  }),
  defineReading({
    name: 'moved-y',
    kind: 'length',
    origin: 'box',
    about: 'How far the part is moved below where its layout puts it.',
    example: '0px',
    decidedBy: MOVED,
    speaksFor: ['translate', 'transform'],
  }),
  defineReading({
    name: 'angle',
    kind: 'number',
    origin: 'box',
    about: 'By how many degrees the part is turned, clockwise, from -180 to 180.',
    example: '180',
    decidedBy: MOVED,
    speaksFor: ['rotate', 'transform'],
  }),
  defineReading({
    name: 'scaled',
    kind: 'number',
    origin: 'box',
    about: 'How many times as wide as its layout makes it the part is drawn.',
    example: '0.96',
    decidedBy: MOVED,
    speaksFor: ['scale', 'transform'],
  }),
] as const
