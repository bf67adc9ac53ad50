/** Something that tokens may differ by, with the values that the documents know. */
export interface Modifier {
  name: string
  values: readonly string[]
}

// Modifiers multiply: more contexts than this are asked for one by one.
const MAX_CONTEXTS = 64

/** Every combination of what tokens may differ by, the first values first. */
export function tokenContexts({ modifiers }: { modifiers: readonly Modifier[] }): Record<string, string>[] {
  let contexts: Record<string, string>[] = [{}]
  for (const { name, values } of modifiers)
    contexts = contexts
      .flatMap((context) => values.map((value) => ({ ...context, [name]: value })))
      .slice(0, MAX_CONTEXTS)
  return contexts
}
