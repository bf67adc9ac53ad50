import { z } from 'zod'
import { UPLOAD_LIMITS } from '@/core/sheet'
import { defineRoute } from './defineRoute'
import { LIBRARY } from './paths'

const proposedComponentSchema = z.object({
  slug: z.string(),
  file: z.string(),
  texts: z.record(z.string(), z.string()),
  understood: z.array(z.string()),
  unclear: z.array(z.string()),
})
/** A component as it could be brought in. */
export type ProposedComponent = z.output<typeof proposedComponentSchema>

/** What could be made of pasted or dropped files. Nothing is saved. */
export const bringIn = defineRoute({
  method: 'POST',
  path: `${LIBRARY}/bring-in`,
  given: z.object({
    files: z
      .record(z.string().max(400), z.string().max(UPLOAD_LIMITS.fileBytes))
      .refine((files) => Object.keys(files).length <= UPLOAD_LIMITS.files, `more than ${UPLOAD_LIMITS.files} files`),
  }),
  answer: z.object({ proposals: z.array(proposedComponentSchema), ignored: z.array(z.string()) }),
})

const folder = z.string().min(1).max(4000)

const repositoryAnswerSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('library') }),
  z.object({
    kind: z.literal('proposal'),
    name: z.string(),
    styles: z.array(z.string()),
    tokens: z.array(z.object({ path: z.string(), count: z.number() })),
    components: z.array(
      z.object({
        slug: z.string(),
        module: z.string(),
        isPiece: z.boolean(),
        understood: z.array(z.string()),
        unclear: z.array(z.string()),
      }),
    ),
    leftOut: z.array(z.object({ module: z.string(), why: z.string() })),
    files: z.array(z.string()),
  }),
])
/** What a folder of this machine could become. */
export type RepositoryAnswer = z.output<typeof repositoryAnswerSchema>

/** What a folder could become: the library that it is, or one that is proposed. Nothing is written. */
export const proposeRepository = defineRoute({
  method: 'POST',
  path: '/api/repositories',
  given: z.object({ folder }),
  answer: repositoryAnswerSchema,
})

/** Another library has the name of what is brought in: it is asked what to do. */
export const libraryExistsSchema = z.object({
  exists: z.object({ id: z.string(), name: z.string(), isLinked: z.boolean() }),
})

/** A library that has been taken in. */
export const takenLibrarySchema = z.object({ id: z.string() })

/** Writes what was proposed, for the components that were chosen, and links a library to the folder. */
export const takeRepository = defineRoute({
  method: 'PUT',
  path: '/api/repositories',
  given: z.object({ folder, components: z.array(z.string().max(200)).max(5000) }),
  answer: takenLibrarySchema,
})
