import { defineReading } from '../defineReading'

const ACROSS = ['left', 'margin-left', 'margin', 'transform', 'translate', 'justify-content', 'justify-items']
const DOWN = ['top', 'margin-top', 'margin', 'transform', 'translate', 'align-items', 'align-content']
const PLACE = ['place-items', 'place-content']

/** Readings of how a part's box lies to that of another part, which stands in brackets. */
export const RELATIONS = [
  defineReading({
    name: 'within',
    kind: 'truth',
    origin: 'box',
    argument: 'part',
    about: 'Whether the part lies within the other one, to half a pixel.',
    example: 'yes',
  }),
  defineReading({
    name: 'covers',
    kind: 'truth',
    origin: 'box',
    argument: 'part',
    about: 'Whether the other part lies within this one, to half a pixel.',
    example: 'yes',
  }),
  defineReading({
    name: 'overlaps',
    kind: 'truth',
    origin: 'box',
    argument: 'part',
    about: 'Whether the boxes share more than half a pixel.',
    example: 'no',
  }),
  defineReading({
    name: 'above',
    kind: 'truth',
    origin: 'pointer',
    argument: 'part',
    about: 'Whether the part lies on top of the other one, where the two overlap.',
    example: 'yes',
    decidedBy: ['z-index', 'position'],
  }),
  defineReading({
    name: 'gap',
    kind: 'length',
    origin: 'box',
    argument: 'part',
    about: 'The shortest distance between the two boxes; 0px where they overlap.',
    example: '8px',
    decidedBy: ['gap', 'column-gap', 'row-gap', 'margin', 'margin-left', 'margin-right', 'left', 'top'],
  }),
  defineReading({
    name: 'offset-x',
    kind: 'length',
    origin: 'box',
    argument: 'part',
    about: 'How far the middle is to the right of the other part’s middle.',
    example: '0px',
    decidedBy: [...ACROSS, ...PLACE],
  }),
  defineReading({
    name: 'offset-y',
    kind: 'length',
    origin: 'box',
    argument: 'part',
    about: 'How far the middle is below the other part’s middle.',
    example: '0px',
    decidedBy: [...DOWN, ...PLACE],
  }),
] as const
