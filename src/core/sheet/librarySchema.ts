import { z } from 'zod'
import { contextValue, described, filePath, kebabName, oneOrMore } from '../names'

const size = z.number().int().positive().max(10_000)
const slack = z
  .union([z.number(), z.string().regex(/^\d*\.?\d+(px)?$/, 'must be a number, or a length in px')])
  .transform((given) => (typeof given === 'number' ? given : Number.parseFloat(given)))

const text = z.union([z.string(), z.number(), z.boolean()]).transform(String)

const pageSchema = z.strictObject({
  when: described(
    z.record(kebabName, oneOrMore(contextValue)).default({}),
    'Values of contexts in which it counts; without it, always.',
    { theme: 'night' },
  ),
  class: described(
    oneOrMore(z.string().regex(/^\S+$/, 'must be one class name')).optional(),
    'Classes of the page’s root.',
    'hut-dark',
  ),
  attributes: described(
    z.record(z.string().regex(/^[^\s"'<>/=]+$/, 'must be the name of an attribute'), text).default({}),
    'Attributes of the page’s root.',
    { 'data-mode': 'dark' },
  ),
})

const wrapSchema = z.strictObject({
  module: described(filePath, 'The module that has it.', 'src/HutProvider.tsx'),
  export: described(z.string().min(1).default('default'), 'The name of its export.', 'HutProvider'),
})

const customPropertiesSchema = z.strictObject({
  case: described(
    z.enum(['kebab', 'keep']).default('kebab'),
    'Whether names are written in kebab-case, or kept as the token file has them.',
    'keep',
  ),
  prefix: described(
    z
      .string()
      .regex(/^[\p{L}\p{N}_-]+$/u, 'must be a name such as hut')
      .optional(),
    'What stands before every name: `--hut-color-ink`.',
    'hut',
  ),
})

const viewportSchema = z.strictObject({
  width: described(size.default(960), 'In px.', 1280),
  height: described(size.default(720), 'In px.', 800),
  scale: described(z.number().positive().max(4).default(1), 'Device pixels to a CSS pixel.', 2),
})

const toleranceSchema = z.strictObject({
  length: described(slack.default(0.05), 'How far lengths may be apart, in px.', '0.5px'),
  colour: described(z.number().min(0).default(0), 'How far each 8-bit channel of a colour may be off.', 1),
  number: described(z.number().min(0).default(0.001), 'How far numbers may be apart.', 0.01),
})

const picturesSchema = z.strictObject({
  colour: described(
    z.number().min(0).max(1).default(0.01),
    'How far colours may be apart in OKLab; 0.02 is about where the eye begins to see it.',
    0.02,
  ),
  antialiasing: described(
    z.enum(['discount', 'count']).default('discount'),
    'Whether an edge that is only mixed a little otherwise counts as a change.',
    'count',
  ),
})

/** `library.yaml`: one design system. */
export const librarySchema = z.strictObject({
  library: described(z.literal(1), 'The version of the format.', 1),
  name: described(z.string().min(1), 'What the library is called.', 'Firnline'),
  about: described(z.string().optional(), 'One sentence about it.', 'What huts are run with.'),
  tokens: described(
    z.array(filePath).default([]),
    'Files of design tokens, resolver documents, or JSON files of packages.',
    ['tokens/firnline.resolver.json'],
  ),
  styles: described(
    z.array(filePath).default([]),
    'Style sheets that every component has around it: files of the library or of packages.',
    ['styles/base.css'],
  ),
  'custom-properties': described(customPropertiesSchema.prefault({}), 'How tokens become CSS custom properties.', {
    case: 'keep',
  }),
  page: described(
    oneOrMore(pageSchema).optional(),
    'Classes and attributes of the page’s root, on which themes of many libraries hang.',
    { when: { theme: 'night' }, class: 'hut-dark' },
  ),
  wrap: described(
    wrapSchema.optional(),
    'A React component that stands around every React component, such as a provider; each context is a prop of it.',
    { module: 'src/HutProvider.tsx' },
  ),
  contexts: described(
    z.record(kebabName, z.array(contextValue).min(1)).default({}),
    'What can surround a component; the first value is the default. Some have an effect of their own: see Contexts in the reference.',
    { theme: ['day', 'night'] },
  ),
  guides: described(
    z.array(filePath).default([]),
    'Pages of Markdown for the library as a whole, in the order of its published guide.',
    ['guides/writing.md'],
  ),
  viewport: described(viewportSchema.prefault({}), 'The window in which cases are rendered.', { width: 1280 }),
  pictures: described(picturesSchema.prefault({}), 'What does not count as a change of a picture.', { colour: 0.02 }),
  tolerance: described(toleranceSchema.prefault({}), 'How far a reading may be from what is expected.', {
    length: '0.5px',
  }),
})

export type LibraryFile = z.output<typeof librarySchema>
export type Tolerance = LibraryFile['tolerance']
export type Viewport = LibraryFile['viewport']
