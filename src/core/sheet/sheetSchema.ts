import { z } from 'zod'
import { axisSchema } from './axisSchema'
import { contextValue, described, filePath, jsonValue, kebabName, oneOrMore } from '../names'
import { sourceSchema } from './kinds'
import { placeSchema } from './placeSchema'
import { propSchema, slotSchema, slotValueSchema } from './propSchema'
import { ruleSchema } from './ruleSchema'
import { scenarioSchema } from './scenarioSchema'

const stageSchema = z
  .strictObject({
    padding: described(z.number().min(0).max(2000).default(24), 'Space around the component, in px.', 0),
    isolate: described(
      z
        .union([z.enum(['auto', 'yes', 'no']), z.boolean().transform((given) => (given ? 'yes' : 'no'))])
        .default('auto'),
      'Whether each case gets a document of its own; `auto` finds out.',
      'yes',
    ),
    place: described(placeSchema.prefault('center'), 'Where the component stands in its space.', {
      x: 'start',
      y: 'end',
    }),
  })
  .prefault({})

const partSchema = z.union([
  z.string().min(1),
  z.strictObject({
    select: described(
      z.string().min(1),
      'A selector inside the case; `>>>` steps into an open shadow tree.',
      '.bunk__box',
    ),
    pseudo: described(
      z
        .string()
        .regex(/^::[a-z-]+(\([^)]*\))?$/, 'must be a pseudo-element such as "::after"')
        .optional(),
      'A pseudo-element of it.',
      '::after',
    ),
    in: described(
      z.literal('page').optional(),
      'Look it up in the whole document: it is rendered outside of the case.',
      'page',
    ),
  }),
])

const partName = kebabName.refine((name) => !RESERVED_PARTS.has(name), 'is reserved: it has a meaning of its own')
const RESERVED_PARTS = new Set(['host', 'page', 'events', 'now', 'for', 'by'])

const exampleSchema = z.strictObject({
  name: described(z.string().optional(), 'What it is called.', 'Two bunks'),
  about: described(z.string().optional(), 'One sentence about it.', 'How it stands in a list.'),
  axes: described(z.record(kebabName, contextValue).optional(), 'Values of axes.', { value: 'mixed' }),
  props: described(z.record(kebabName, jsonValue).optional(), 'Props, over those of the axes.', { label: 'All bunks' }),
  slots: described(z.record(kebabName, slotValueSchema).optional(), 'What fills slots.', { leading: 'hut-icon' }),
})

const eventSchema = z
  .strictObject({ about: described(z.string().optional(), 'One sentence about it.', 'The box was ticked.') })
  .nullable()

/** A sheet: the document that defines one component. */
export const sheetSchema = z.strictObject({
  sheet: described(z.literal(1), 'The version of the format.', 1),
  name: described(z.string().min(1), 'What the component is called.', 'Bunk check'),
  about: described(z.string().optional(), 'One sentence about it.', 'Picks one bunk.'),
  status: described(z.enum(['draft', 'ready', 'retired']).default('ready'), 'How far it is.', 'draft'),
  owner: described(z.string().optional(), 'Who answers for it.', 'Hut team'),
  source: described(sourceSchema, 'What it is made of.', { kind: 'markup', markup: 'bunk-check.liquid' }),
  stage: described(stageSchema, 'How its cases stand on the board.', { padding: 0 }),
  contexts: described(
    z.record(kebabName, z.union([z.literal('all'), oneOrMore(contextValue)])).default({}),
    'Which contexts multiply the matrix; the others stay at their default.',
    { theme: 'all' },
  ),
  pictures: described(
    z.union([z.enum(['none', 'all']), z.record(kebabName, oneOrMore(contextValue))]).default('none'),
    'Of which cases pictures are taken and held against the approved ones.',
    { interaction: ['rest', 'focus'] },
  ),
  parts: described(
    z.record(partName, partSchema).default({}),
    'Named elements. `host`, the case’s own box, always exists; `root` is its first element unless it is named here.',
    { box: '.bunk__box', mark: { select: '.bunk__box', pseudo: '::after' } },
  ),
  props: described(z.record(kebabName, propSchema).default({}), 'What the component is given.', {
    checked: { type: 'flag' },
  }),
  slots: described(z.record(kebabName, slotSchema).default({}), 'Where other components or text go.', {
    leading: { accepts: ['hut-icon'] },
  }),
  events: described(
    z.record(z.string().min(1), eventSchema).default({}),
    'What it tells: in React by calling `onChange`, otherwise as a DOM event.',
    { change: { about: 'The box was ticked or cleared.' } },
  ),
  axes: described(
    z.record(kebabName, axisSchema).default({}),
    'What the component varies by: `flag`, a list of values for the prop of that name, or values with how each is reached.',
    {
      size: ['compact', 'regular'],
      chosen: 'flag',
      interaction: { of: 'state', values: { rest: {}, hover: { pseudo: 'hover' } } },
    },
  ),
  without: described(
    z.array(z.record(kebabName, oneOrMore(contextValue))).default([]),
    'Combinations that do not exist.',
    [{ value: 'mixed', interaction: 'pressed' }],
  ),
  cover: described(
    z.enum(['all', 'pairs', 'each']).default('all'),
    'Which combinations a run takes: all, so many that every pair of values occurs, or so many that every value does.',
    'pairs',
  ),
  spec: described(z.array(ruleSchema).default([]), 'Rules of what is expected.', [
    { when: { value: 'on' }, expect: { box: { 'background-color': '{color.pine.600}' } } },
  ]),
  scenarios: described(z.array(scenarioSchema).default([]), 'What happens on input, and when.', [
    { name: 'The hint waits', steps: [{ hover: 'trigger' }, { throughout: { for: '599ms', tip: { visible: 'no' } } }] },
  ]),
  guide: described(filePath.optional(), 'The page for those who use it, in Markdown.', 'bunk-check.md'),
  examples: described(
    z.union([z.array(exampleSchema), z.record(z.string(), exampleSchema)]).default([]),
    'Settings that the guide shows by name.',
    [{ name: 'Two bunks', axes: { value: 'mixed' } }],
  ),
})

export type SheetFile = z.output<typeof sheetSchema>
export type Cover = SheetFile['cover']
export type StageSettings = SheetFile['stage']
export type PartFile = z.output<typeof partSchema>
