import { BadInput } from '@/core/problem'
import { NoBrowser } from '@/runner'

/** The answer to work on a component that could not be done. @param what it could not be, where the error does not say so itself */
export function failed(error: unknown, what: string): Response {
  const { message } = error as Error
  const isTold = error instanceof BadInput || error instanceof NoBrowser
  return Response.json({ problem: isTold ? message : `${what}: ${message}` }, { status: 422 })
}
