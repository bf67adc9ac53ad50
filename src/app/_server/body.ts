import { z } from 'zod'

/** A request's JSON, held against a schema; or the answer that says what is wrong with it. */
export async function bodyOf<S extends z.ZodType>(
  request: Request,
  schema: S,
): Promise<{ data: z.output<S> } | { refusal: Response }> {
  const body = schema.safeParse(await request.json().catch(() => ({})))
  if (body.success) return { data: body.data }
  return { refusal: Response.json({ problem: z.prettifyError(body.error) }, { status: 400 }) }
}
