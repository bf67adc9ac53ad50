import { z } from 'zod'
import type { Route } from '@/contract'

const refuse = (error: z.ZodError) => Response.json({ problem: z.prettifyError(error) }, { status: 400 })

/** A request's JSON, held against its route; or the answer that says what is wrong with it. */
export async function bodyOf<Given extends z.ZodType>(
  request: Request,
  { given }: { given: Given },
): Promise<{ data: z.output<Given> } | { refusal: Response }> {
  const body = given.safeParse(await request.json().catch(() => ({})))
  return body.success ? { data: body.data } : { refusal: refuse(body.error) }
}

/** What stands after the question mark, held against its route. */
export function queryOf<Query extends z.ZodType>(
  request: Request,
  { query }: { query: Query },
): { data: z.output<Query> } | { refusal: Response } {
  const given = query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  return given.success ? { data: given.data } : { refusal: refuse(given.error) }
}

/** An answer, as its route says that it is. */
export const answer = <Answer extends z.ZodType>(_: Pick<Route, never> & { answer: Answer }, data: z.input<Answer>) =>
  Response.json(data)
