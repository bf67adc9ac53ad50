import { z } from 'zod'
import type { Route } from '@/contract'
import { UPLOAD_LIMITS } from '@/core/sheet'

const refuse = (problem: string) => Response.json({ problem }, { status: 400 })

/** A body that is larger than what is taken at once. */
export class TooLarge extends Error {
  override name = 'TooLarge'
  constructor(limit: number) {
    super(`The request is larger than the ${limit} bytes that are taken at once.`)
  }
}

/** Reads a body, however it is sent, up to a limit. @throws TooLarge */
export async function readBody(request: Request, limit = UPLOAD_LIMITS.bytes): Promise<Uint8Array<ArrayBuffer>> {
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw new TooLarge(limit)
  const chunks: Uint8Array[] = []
  let length = 0
  // A body that comes in pieces has told no length.
  for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
    length += chunk.length
    if (length > limit) throw new TooLarge(limit)
    chunks.push(chunk)
  }
  const bytes = new Uint8Array(length)
  let at = 0
  for (const chunk of chunks) {
    bytes.set(chunk, at)
    at += chunk.length
  }
  return bytes
}

/** A request's JSON, held against its route; or the answer that says what is wrong with it. @throws TooLarge */
export async function bodyOf<Given extends z.ZodType>(
  request: Request,
  { given }: { given: Given },
): Promise<{ data: z.output<Given> } | { refusal: Response }> {
  const text = new TextDecoder().decode(await readBody(request))
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch (error) {
    return { refusal: refuse(`The request is no JSON: ${(error as Error).message}`) }
  }
  const body = given.safeParse(json)
  return body.success ? { data: body.data } : { refusal: refuse(z.prettifyError(body.error)) }
}

/** What stands after the question mark, held against its route. */
export function queryOf<Query extends z.ZodType>(
  request: Request,
  { query }: { query: Query },
): { data: z.output<Query> } | { refusal: Response } {
  const given = query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  return given.success ? { data: given.data } : { refusal: refuse(z.prettifyError(given.error)) }
}

/** An answer, as its route says that it is. */
export const answer = <Answer extends z.ZodType>(_: Pick<Route, never> & { answer: Answer }, data: z.input<Answer>) =>
  Response.json(data)
