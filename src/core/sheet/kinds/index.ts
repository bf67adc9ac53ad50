import { z } from 'zod'
import type { KindDefinition } from './defineKind'
import { element } from './element'
import { markup } from './markup'
import { page } from './page'
import { react } from './reactModule'

/** What a component may be made of. */
export const sourceSchema = z.discriminatedUnion('kind', [markup.schema, react.schema, element.schema, page.schema])

export type Source = z.output<typeof sourceSchema>

/** Every kind of component. */
export const KINDS = { markup, react, element, page } satisfies Record<Source['kind'], unknown>

type AnyKind = KindDefinition<z.ZodType, Source>

/** What follows from the kind of a component. */
export const kindOf = ({ kind }: Pick<Source, 'kind'>): AnyKind => KINDS[kind] as unknown as AnyKind
