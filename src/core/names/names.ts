import { z } from 'zod'

const KEBAB = /^[a-z][a-z0-9]*(-[a-z0-9]+)*$/
const VALUE = /^[a-z0-9]+(-[a-z0-9]+)*$/
const CONTEXT_VALUE = /^[A-Za-z0-9%.-]+$/

/** Names of axes, parts, props, slots and events. */
export const kebabName = z
  .string()
  .regex(KEBAB, 'must be kebab-case (a-z, 0-9 and single hyphens)')
  .meta({ id: 'Name' })

/** A name with which a scenario may start; where an axis and a prop share it, `axis.name` and `prop.name` tell them apart. */
export const startName = z
  .string()
  .regex(
    new RegExp(`^((axis|prop|context)\\.)?${KEBAB.source.replace(/^\^|\$$/g, '')}$`),
    'must be kebab-case, after "axis.", "prop." or "context." at most',
  )
  .meta({ id: 'StartName' })

/** A start's name taken apart. */
export function readStartName(text: string): { of?: 'axis' | 'prop' | 'context'; name: string } {
  const [of, name] = text.split('.')
  return name === undefined ? { name: text } : { of: of as 'axis', name }
}

/** A value of an axis; YAML's numbers and truths are taken by their text. */
export const valueName = z
  .union([z.string(), z.number(), z.boolean()])
  .transform(String)
  .pipe(z.string().regex(VALUE, 'must be kebab-case (a-z, 0-9 and single hyphens)'))
  .meta({ id: 'AxisValue' })

/** A value of a context, such as `200%`. */
export const contextValue = z
  .union([z.string(), z.number(), z.boolean()])
  .transform(String)
  .pipe(z.string().regex(CONTEXT_VALUE, 'must be letters, digits, "%", "." or "-"'))
  .meta({ id: 'ContextValue' })

/** One or a list, read as a list. */
export const oneOrMore = <S extends z.ZodType>(one: S) =>
  z.union([one, z.array(one).min(1)]).transform((given) => (Array.isArray(given) ? given : [given]) as z.output<S>[])

/** A path inside the library's or component's folder; whether it leaves the folder is judged when it is resolved. */
export const filePath = z.string().min(1).meta({ id: 'Path' })

/** Any value that YAML can write. */
export const jsonValue = z.json().meta({ id: 'Json' })
