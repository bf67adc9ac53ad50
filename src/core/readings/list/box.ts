import { defineReading } from '../defineReading'

const WIDE = ['width', 'inline-size', 'min-width', 'max-width', 'flex-basis', 'flex', 'padding', 'padding-inline']
const HIGH = ['height', 'block-size', 'min-height', 'max-height', 'padding', 'padding-block', 'line-height']

/** Readings of a part's border box; places are measured from the root's top left corner. */
export const BOX = [
  defineReading({
    name: 'box.width',
    kind: 'length',
    origin: 'box',
    about: 'How wide the part is drawn, borders and padding included.',
    example: '120px',
    decidedBy: WIDE,
    speaksFor: ['width', 'inline-size'],
    survey: 'all',
  }),
  defineReading({
    name: 'box.height',
    kind: 'length',
    origin: 'box',
    about: 'How high the part is drawn, borders and padding included.',
    example: '>= 44px',
    decidedBy: HIGH,
    speaksFor: ['height', 'block-size'],
    survey: 'all',
  }),
  defineReading({
    name: 'box.left',
    kind: 'length',
    origin: 'box',
    about: 'How far the left edge is from the left edge of `root`.',
    example: '8px',
    decidedBy: ['left', 'inset-inline-start', 'inset', 'margin-left', 'margin', 'transform', 'translate'],
  }),
  defineReading({
    name: 'box.top',
    kind: 'length',
    origin: 'box',
    about: 'How far the top edge is from the top edge of `root`.',
    example: '8px',
    decidedBy: ['top', 'inset-block-start', 'inset', 'margin-top', 'margin', 'transform', 'translate'],
  }),
  defineReading({
    name: 'box.right',
    kind: 'length',
    origin: 'box',
    about: 'How far the right edge is from the left edge of `root`.',
    example: '112px',
    decidedBy: ['right', 'inset-inline-end', 'inset', 'width', 'margin-right', 'margin'],
  }),
  defineReading({
    name: 'box.bottom',
    kind: 'length',
    origin: 'box',
    about: 'How far the bottom edge is from the top edge of `root`.',
    example: '36px',
    decidedBy: ['bottom', 'inset-block-end', 'inset', 'height', 'margin-bottom', 'margin'],
  }),
  defineReading({
    name: 'box.ratio',
    kind: 'number',
    origin: 'box',
    about: 'Width divided by height; `none` for a part without height.',
    example: '1.5 ± 0.01',
    decidedBy: ['aspect-ratio', 'width', 'height'],
    speaksFor: ['width', 'height'],
  }),
] as const
