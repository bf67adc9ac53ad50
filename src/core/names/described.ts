import type { z } from 'zod'

/**
 * A schema with what editors show on hover, and the format reference in `docs/`: one sentence, and a value as a file
 * would write it.
 */
export const described = <S extends z.ZodType>(schema: S, description: string, example?: unknown): S =>
  // Not under its final name, "examples", which is left out of schemas that transform what they read.
  schema.meta({ description, ...(example !== undefined && { example }) })
