import { defineReading } from '../defineReading'

/** Readings of what the tree of nodes says of an element. */
export const DOCUMENT = [
  defineReading({
    name: 'focusable',
    kind: 'truth',
    origin: 'document',
    about: 'Whether Tab reaches the part.',
    example: 'yes',
    survey: 'elements',
    silent: /^no$/,
  }),
  defineReading({
    name: 'focused',
    kind: 'truth',
    origin: 'document',
    about: 'Whether the part has the focus.',
    example: 'yes',
  }),
  defineReading({
    name: 'attr',
    kind: 'text',
    origin: 'document',
    argument: 'name',
    about: 'An attribute as the document has it; `none` where it is missing.',
    example: 'polite',
  }),
  defineReading({
    name: 'prop',
    kind: 'text',
    origin: 'document',
    argument: 'name',
    about: 'A property of the DOM element; `none` where it is undefined or null.',
    example: '3',
  }),
] as const
