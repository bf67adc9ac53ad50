import { isSame } from '../yaml'

/** A condition as a sheet writes it. */
export type WhenFile = Record<string, string | string[] | { not: string | string[] }>

/** The values that a condition allows on one axis. */
export function allowed(condition: WhenFile[string], values: readonly string[]): string[] {
  if (typeof condition === 'object' && !Array.isArray(condition)) {
    const not = [condition.not].flat().map(String)
    return values.filter((value) => !not.includes(value))
  }
  return [condition].flat().map(String)
}

/** The values that a condition leaves on each axis that it names. */
export const boxOf = (
  when: WhenFile,
  dimensions: readonly { name: string; values: readonly string[] }[],
): Record<string, string[]> =>
  Object.fromEntries(
    Object.entries(when).map(([name, condition]) => [
      name,
      allowed(condition, dimensions.find((each) => each.name === name)?.values ?? []),
    ]),
  )

/** Values as the shortest condition: one, some, or all but some. */
export function conditionOf(chosen: readonly string[], values: readonly string[]): WhenFile[string] {
  const rest = values.filter((value) => !chosen.includes(value))
  if (chosen.length === 1) return chosen[0]!
  if (rest.length > 0 && rest.length < chosen.length - 1) return { not: rest.length === 1 ? rest[0]! : rest }
  return values.filter((value) => chosen.includes(value))
}

/** A condition in one form: the order of names and of values makes no difference, and a single value is a list of one. */
function normalWhen(when: WhenFile | undefined): unknown {
  const list = (value: string | string[]) => [value].flat().map(String).toSorted()
  return Object.fromEntries(
    Object.entries(when ?? {}).map(([name, condition]) => [
      name,
      typeof condition === 'object' && !Array.isArray(condition) ? { not: list(condition.not) } : list(condition),
    ]),
  )
}

export const sameWhen = (a: WhenFile | undefined, b: WhenFile | undefined): boolean =>
  isSame(normalWhen(a), normalWhen(b))
