import type { z } from 'zod'
import type { ParamsOf, Route } from '@/contract'

/** What a route is asked with, besides its parameters. */
export interface Asked<R extends Route> {
  given?: z.input<R['given']>
  query?: z.input<R['query']>
  signal?: AbortSignal
  /** Lets the request outlive the page. */
  keepalive?: boolean
}

/**
 * Asks our own server, by the contract.
 * @throws Error with the server's own words when it refuses, or when it answers otherwise than agreed
 */
export async function call<R extends Route>(
  route: R,
  params: ParamsOf<R['path']>,
  { given, query, ...options }: Asked<R> = {},
): Promise<z.output<R['answer']>> {
  const path = route.path.replace(/\{(\w+)\}/g, (_, name: string) =>
    encodeURIComponent((params as Record<string, string>)[name]!),
  )
  const pairs = Object.entries((query ?? {}) as Record<string, unknown>).filter(([, value]) => value !== undefined)
  const search = new URLSearchParams(pairs.map(([name, value]) => [name, String(value)])).toString()
  const body = await requestJson(`${path}${search && `?${search}`}`, {
    method: route.method,
    ...options,
    ...(given !== undefined && {
      body: JSON.stringify(given),
      headers: { 'content-type': 'application/json' },
    }),
  })
  const answer = route.answer.safeParse(body)
  if (answer.success) return answer.data as z.output<R['answer']>
  throw new Error(`The server answered ${route.path} otherwise than agreed: ${answer.error.issues[0]?.message ?? ''}`)
}

/** The server has refused something, in its own words. */
export class Refusal extends Error {
  override name = 'Refusal'
  constructor(
    message: string,
    readonly status: number,
    readonly body: unknown,
  ) {
    super(message)
  }
}

/** Sends a request to our own server. @throws Refusal */
export async function requestJson(path: string, options?: RequestInit): Promise<unknown> {
  const response = await fetch(path, options)
  const body: unknown = await response.json().catch(() => undefined)
  if (response.ok) return body
  const isTold = typeof body === 'object' && body !== null && 'problem' in body && typeof body.problem === 'string'
  throw new Refusal(isTold ? String(body.problem) : `The server answered ${response.status}.`, response.status, body)
}
