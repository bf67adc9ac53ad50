import type { z } from 'zod'

/** A kind of component: what it is made of, and what follows from that. Each layer that adds something holds it in a table of its own. */
export interface KindDefinition<Schema extends z.ZodType = z.ZodType, Source = z.output<Schema>> {
  /** Of `source` in a sheet. */
  schema: Schema
  /** Whether this version renders it; else its sheets are read and checked only. */
  isRendered: boolean
  /** How it tells of its events: it calls props, or sends events through the document. */
  tells: 'calls' | 'events'
  /** The files that it names, with the key of each. */
  files(source: Source): { path: string; at: (string | number)[] }[]
  /** The file that holds its code, where it brings any. */
  code(source: Source): string | undefined
  /** Its own style sheets. */
  styles(source: Source): readonly string[]
}

/** Defines a kind of component. */
export const defineKind = <Schema extends z.ZodType>(definition: KindDefinition<Schema>): KindDefinition<Schema> =>
  definition
