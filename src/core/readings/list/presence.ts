import { defineReading } from '../defineReading'

/** Readings of whether, and how often, a part is there. */
export const PRESENCE = [
  defineReading({
    name: 'visible',
    kind: 'truth',
    origin: 'box',
    about: 'Whether the part can be seen: it has area after clipping, and nothing up the tree hides it.',
    example: 'yes',
    decidedBy: ['display', 'visibility', 'opacity', 'clip-path', 'clip'],
    speaksFor: ['display', 'visibility', 'opacity'],
    survey: 'all',
  }),
  defineReading({
    name: 'hidden-by',
    kind: 'text',
    origin: 'pointer',
    about:
      'What keeps the part from being seen or used: hidden, display, visibility, opacity, size, clipping, off-screen, covered or inert; none where nothing does.',
    example: 'none',
    decidedBy: ['display', 'visibility', 'opacity', 'clip-path', 'clip', 'width', 'height', 'z-index'],
    speaksFor: ['display', 'visibility', 'opacity'],
  }),
  defineReading({
    name: 'visible-count',
    kind: 'number',
    origin: 'box',
    about: 'How many elements of the part can be seen.',
    example: '3',
    speaksFor: ['display', 'visibility'],
  }),
  defineReading({
    name: 'present',
    kind: 'truth',
    origin: 'document',
    about: 'Whether the part is in the document, seen or not.',
    example: 'no',
    speaksFor: ['display', 'content'],
    survey: 'all',
  }),
  defineReading({
    name: 'count',
    kind: 'number',
    origin: 'document',
    about: 'How many elements the part has.',
    example: '3',
  }),
] as const
