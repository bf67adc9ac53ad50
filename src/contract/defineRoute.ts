import { z } from 'zod'

/** One thing that the interface asks of the server: where, with what, and what comes back. */
export interface Route<
  Path extends string = string,
  Given extends z.ZodType = z.ZodType,
  Query extends z.ZodType = z.ZodType,
  Answer extends z.ZodType = z.ZodType,
> {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE'
  /** With the names of its parameters: `/api/runs/{run}`. */
  path: Path
  /** The body, as JSON. */
  given: Given
  /** What stands after the question mark. */
  query: Query
  answer: Answer
}

/** The parameters that a path names. */
export type ParamsOf<Path extends string> = Path extends `${string}{${infer Name}}${infer Rest}`
  ? { [Key in Name]: string } & ParamsOf<Rest>
  : unknown

const NOTHING = z.undefined()

/** Defines a route. Both sides hold to it: the server answers by it, the interface asks and reads by it. */
export const defineRoute = <
  const Path extends string,
  Answer extends z.ZodType,
  Given extends z.ZodType = typeof NOTHING,
  Query extends z.ZodType = typeof NOTHING,
>(route: {
  method: Route['method']
  path: Path
  given?: Given
  query?: Query
  answer: Answer
}): Route<Path, Given, Query, Answer> => ({
  given: NOTHING as unknown as Given,
  query: NOTHING as unknown as Query,
  ...route,
})

/** Plain data that our own core makes and no schema describes anew: it is taken as it comes. */
export const made = <T>() => z.custom<T>((value) => value !== undefined)

/** An answer that says no more than that it was done. */
export const done = z.object({})
