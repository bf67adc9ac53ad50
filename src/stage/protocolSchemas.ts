// Apart from what the stage itself needs: building schemas takes longer than mounting a hundred cases.
import * as z from 'zod'
import type { PlayEdit } from '@/core/breaks'
import type { Filling } from '@/core/plan'

const codeSchema = z.object({ url: z.string(), text: z.string() })
/** A module that stands by itself, or under a name in the bundle of all. */
const moduleSchema = codeSchema.extend({ member: z.string().optional() })
const partsSchema = z.record(
  z.string(),
  z.object({
    name: z.string(),
    select: z.string().optional(),
    pseudo: z.string().optional(),
    inPage: z.boolean().optional(),
  }),
)
const common = { parts: partsSchema }

/** How one component is rendered: texts only, no files. */
export const stagePieceSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('markup'),
    template: z.object({ name: z.string(), text: z.string(), partials: z.record(z.string(), z.string()) }),
    script: moduleSchema.optional(),
    ...common,
  }),
  z.object({
    kind: z.literal('react'),
    module: moduleSchema,
    export: z.string(),
    /** What it tells by calling a prop: `change` calls `onChange`. */
    events: z.array(z.string()),
    ...common,
  }),
  z.object({ kind: z.literal('element'), module: moduleSchema, tag: z.string(), ...common }),
])

/** A component as the stage takes it, with those that its slots may hold. */
export const stageComponentSchema = z.object({
  slug: z.string(),
  /** By slug: the component's own piece and those of nested components. */
  pieces: z.record(z.string(), stagePieceSchema),
  /** The modules of all pieces in one, where there are several: what they import is there once, as in a page of the team's. */
  bundle: codeSchema.optional(),
  /** A React component that stands around each that is of React. */
  wrap: z.object({ module: moduleSchema, export: z.string() }).optional(),
  /** What the page's root bears, by context. */
  page: z
    .array(
      z.object({
        when: z.record(z.string(), z.array(z.string())),
        class: z.array(z.string()).optional(),
        attributes: z.record(z.string(), z.string()),
      }),
    )
    .optional(),
  /** The React that all of them share, where one is of React. */
  react: codeSchema.optional(),
  sheets: z.array(
    z.object({
      /** Path of the file; readings name it as the origin of a declaration. */
      url: z.string(),
      /** The whole sheet, for a document of its own. */
      text: z.string(),
      /** The same, lines kept, for a shadow root: the root's selectors name the case's frame. */
      scoped: z.string(),
      /** What of it belongs to the document when cases are shadow roots: root rules, fonts, registered properties. */
      page: z.string(),
      /** The component's own; shared by all of the library; or of what stands in its slots, or made by others. */
      of: z.enum(['own', 'shared', 'others']),
    }),
  ),
  parts: partsSchema,
  padding: z.number(),
  place: z.object({ x: z.string(), y: z.string() }),
  isolated: z.boolean(),
  /** What is left out of what it does, or changed, while it is performed; it is watched for it. */
  broken: z.custom<PlayEdit>().optional(),
})

const changeSchema = z.object({
  on: z.string(),
  attr: z.record(z.string(), z.union([z.string(), z.number(), z.boolean(), z.null()])).optional(),
  property: z.record(z.string(), z.json()).optional(),
  class: z.array(z.string()).optional(),
})

const forcedSchema = z.object({ on: z.string(), pseudo: z.array(z.string()) })

const reachedFields = {
  props: z.record(z.string(), z.unknown()),
  get slots() {
    return z.record(z.string(), stageFillingSchema)
  },
  changes: z.array(changeSchema).readonly(),
  forced: z.array(forcedSchema).readonly(),
}

/** What stands in a slot. */
export const stageFillingSchema: z.ZodType<Filling> = z.lazy(() =>
  z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('none') }),
    z.object({ kind: z.literal('text'), text: z.string() }),
    z.object({ kind: z.literal('component'), slug: z.string(), ...reachedFields }),
  ]),
) as z.ZodType<Filling>

export const stageCaseSchema = z.object({
  key: z.string(),
  ...reachedFields,
  /** Props and slots that it is given once it stands, in place. */
  then: z
    .object({
      props: z.record(z.string(), z.unknown()),
      get slots() {
        return z.record(z.string(), stageFillingSchema)
      },
    })
    .optional(),
  /** Why it cannot be brought about at all. */
  problem: z.string().optional(),
})

/** What surrounds cases: data attributes, direction, text zoom and token declarations. */
export const stageContextSchema = z.object({
  values: z.record(z.string(), z.string()),
  properties: z.array(z.tuple([z.string(), z.string()])),
})
