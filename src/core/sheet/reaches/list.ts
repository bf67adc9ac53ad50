import { z } from 'zod'
import { jsonValue, kebabName, oneOrMore } from '../../names'
import { stepSchema } from '../../steps'
import { slotValueSchema } from '../propSchema'
import { defineReach } from './defineReach'

const props = defineReach({
  key: 'props',
  means: 'props',
  label: 'prop',
  about: 'Gives the component props.',
  example: { disabled: true },
  schema: z.record(kebabName, jsonValue),
  rows: 'entries',
  start: { name: 'checked', value: true },
})

const pseudo = defineReach({
  key: 'pseudo',
  means: 'pseudo',
  label: 'pseudo-class',
  about:
    'Brings a part into a state such as hover or focus-visible, by a real pointer and real keys where one of each can do it.',
  example: ['hover'],
  schema: oneOrMore(z.string().regex(/^[a-z-]+$/, 'must be the name of a pseudo-class, without colons')),
  rows: 'names',
  start: { name: 'hover' },
  suggests: [
    'hover',
    'active',
    'focus',
    'focus-visible',
    'focus-within',
    'checked',
    'indeterminate',
    'disabled',
    'required',
    'visited',
    'target',
  ],
})

const attr = defineReach({
  key: 'attr',
  means: 'element',
  label: 'attribute',
  about: 'Sets attributes on a part; null, and false but for ARIA, take one away.',
  example: { 'aria-expanded': true },
  schema: z.record(
    z.string().regex(/^[^\s"'<>/=]+$/, 'must be an attribute name'),
    z.union([z.string(), z.number(), z.boolean(), z.null()]),
  ),
  rows: 'entries',
  start: { name: 'aria-expanded', value: true },
})

const property = defineReach({
  key: 'property',
  means: 'element',
  label: 'DOM property',
  about: 'Sets properties of the DOM element of a part.',
  example: { indeterminate: true },
  schema: z.record(z.string().min(1), jsonValue),
  rows: 'entries',
  start: { name: 'indeterminate', value: true },
})

const className = defineReach({
  key: 'class',
  means: 'element',
  label: 'class',
  about: 'Adds classes to a part.',
  example: ['is-open'],
  schema: oneOrMore(z.string().regex(/^\S+$/, 'must be one class name')),
  rows: 'names',
  start: { name: 'is-open' },
})

const slots = defineReach({
  key: 'slots',
  means: 'slots',
  label: 'slot',
  about: 'Puts text or components into slots.',
  example: { note: { text: 'Saved' } },
  schema: z.record(kebabName, slotValueSchema),
  rows: 'entries',
  start: { name: 'default', value: 'none' },
})

const steps = defineReach({
  key: 'steps',
  means: 'steps',
  label: 'steps',
  about: 'Takes steps as a person would, the same as in scenarios.',
  example: [{ click: 'trigger' }],
  schema: z.array(stepSchema),
  rows: 'whole',
  start: { name: '', value: [{ click: 'root' }] },
})

/** Every reach, in the order in which the editor offers them. What is set on elements is set in this order. */
export const REACH_LIST = [props, pseudo, attr, property, className, slots, steps] as const
