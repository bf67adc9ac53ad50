import { z } from 'zod'
import { contextValue, filePath, kebabName, oneOrMore } from '../names'

const size = z.number().int().positive().max(10_000)
const slack = z
  .union([z.number(), z.string().regex(/^\d*\.?\d+(px)?$/, 'must be a number, or a length in px')])
  .transform((given) => (typeof given === 'number' ? given : Number.parseFloat(given)))

const text = z.union([z.string(), z.number(), z.boolean()]).transform(String)

/** What the page's root bears, in all contexts or in some. */
const pageSchema = z.strictObject({
  /** Values of contexts, such as `{ theme: night }`; without it, always. */
  when: z.record(kebabName, oneOrMore(contextValue)).default({}),
  class: oneOrMore(z.string().regex(/^\S+$/, 'must be one class name')).optional(),
  attributes: z.record(z.string().regex(/^[^\s"'<>/=]+$/, 'must be the name of an attribute'), text).default({}),
})

/** `library.yaml`: one design system. */
export const librarySchema = z.strictObject({
  library: z.literal(1),
  name: z.string().min(1),
  about: z.string().optional(),
  tokens: z.array(filePath).default([]),
  styles: z.array(filePath).default([]),
  /** How tokens become CSS custom properties. */
  'custom-properties': z
    .strictObject({
      case: z.enum(['kebab', 'keep']).default('kebab'),
      prefix: z
        .string()
        .regex(/^[\p{L}\p{N}_-]+$/u, 'must be a name such as hut')
        .optional(),
    })
    .prefault({}),
  /** Classes and attributes of the page's root, which themes of many libraries hang on. */
  page: oneOrMore(pageSchema).optional(),
  /** A React component that stands around every React component, such as a provider of themes: each context is a prop of it. */
  wrap: z.strictObject({ module: filePath, export: z.string().min(1).default('default') }).optional(),
  contexts: z.record(kebabName, z.array(contextValue).min(1)).default({}),
  viewport: z
    .strictObject({
      width: size.default(960),
      height: size.default(720),
      scale: z.number().positive().max(4).default(1),
    })
    .prefault({}),
  tolerance: z
    .strictObject({
      length: slack.default(0.05),
      colour: z.number().min(0).default(0),
      number: z.number().min(0).default(0.001),
    })
    .prefault({}),
})

export type LibraryFile = z.output<typeof librarySchema>
export type Tolerance = LibraryFile['tolerance']
export type Viewport = LibraryFile['viewport']
