/** A JSON Schema, as far as it is looked into here. */
export interface JsonSchema {
  $ref?: string
  $defs?: Record<string, JsonSchema>
  type?: string | string[]
  const?: unknown
  enum?: unknown[]
  properties?: Record<string, JsonSchema>
  required?: string[]
  additionalProperties?: JsonSchema | boolean
  items?: JsonSchema | JsonSchema[]
  prefixItems?: JsonSchema[]
  anyOf?: JsonSchema[]
  oneOf?: JsonSchema[]
  description?: string
  examples?: unknown[]
  default?: unknown
  pattern?: string
}

const REF = '#/$defs/'

/**
 * Gives definitions that the generator numbered (`__schema0`) the name of the definition that only points at them, and examples
 * the name that JSON Schema has for them.
 */
export function named(schema: object): JsonSchema {
  const { $defs = {}, ...rest } = schema as JsonSchema
  const aliases = new Map<string, string>()
  for (const [name, { $ref, ...more }] of Object.entries($defs))
    if ($ref && Object.keys(more).length <= 1 && !name.startsWith('__')) aliases.set($ref.slice(REF.length), name)
  // A numbered definition may itself only point at another one.
  for (const [name, { $ref }] of Object.entries($defs)) {
    const target = $ref?.slice(REF.length)
    const alias = aliases.get(name)
    if (target !== undefined && alias !== undefined && target.startsWith('__')) aliases.set(target, alias)
  }
  const nameOf = (name: string) => aliases.get(name) ?? name
  const defs = Object.fromEntries(
    Object.entries($defs)
      .filter(([, { $ref }]) => $ref === undefined)
      .map(([name, definition]) => [nameOf(name), { ...definition, id: undefined }]),
  )
  const text = JSON.stringify({ ...rest, ...(Object.keys(defs).length > 0 && { $defs: defs }) })
  const renamed = text.replace(/"#\/\$defs\/([^"]+)"/g, (_, name: string) => JSON.stringify(REF + nameOf(name)))
  return JSON.parse(renamed, (_, value: unknown) => {
    if (typeof value !== 'object' || value === null || !('example' in value)) return value
    const { example, ...others } = value
    // A key may be called so too: then it is a schema.
    return 'description' in others ? { ...others, examples: [example] } : value
  }) as JsonSchema
}
