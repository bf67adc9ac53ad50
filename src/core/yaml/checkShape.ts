import { z } from 'zod'
import { nearest, type Problem } from '../problem'
import type { YamlSource } from './readYaml'

/** The result of holding a file against a schema: the typed value, or every problem with its place. */
export type Shaped<T> = { value: T; problems: Problem[] } | { value?: undefined; problems: Problem[] }

// An issue's schema is only known while it is made: its allowed keys travel in the message from there to here.
const KEYS_MARK = 'allowed keys:'

const withAllowedKeys: z.core.$ZodErrorMap = (issue) => {
  if (issue.code !== 'unrecognized_keys' || !(issue.inst instanceof z.ZodObject)) return undefined
  return KEYS_MARK + JSON.stringify(Object.keys(issue.inst.shape))
}

/** Holds what a YAML file says against a schema. */
export function checkShape<S extends z.ZodType>(source: YamlSource, schema: S): Shaped<z.output<S>> {
  if (source.problems.length) return { problems: source.problems }
  const result = schema.safeParse(source.value, { error: withAllowedKeys })
  if (result.success) return { value: result.data, problems: [] }
  const { issues } = result.error
  const meant = new Set(issues.flatMap(meantKeys))
  const isSlip = ({ path }: z.core.$ZodIssue) =>
    valueAt(source.value, path) === undefined && meant.has(JSON.stringify(path))
  const problems = issues.filter((issue) => !isSlip(issue)).flatMap((issue) => issueProblems(source, issue, []))
  return { problems: problems.toSorted((a, b) => a.line - b.line || a.column - b.column) }
}

const allowedKeys = ({ message }: z.core.$ZodIssue): string[] =>
  message.startsWith(KEYS_MARK) ? (JSON.parse(message.slice(KEYS_MARK.length)) as string[]) : []

/** Paths of the keys that were most likely meant by unknown ones: that they are missing is no second fault. */
const meantKeys = (issue: z.core.$ZodIssue): string[] =>
  issue.code === 'unrecognized_keys'
    ? issue.keys.map((key) => JSON.stringify([...issue.path, nearest(key, allowedKeys(issue))]))
    : []

function issueProblems(source: YamlSource, issue: z.core.$ZodIssue, above: PropertyKey[]): Problem[] {
  const path = [...above, ...issue.path]
  const found = valueAt(source.value, path)
  switch (issue.code) {
    case 'unrecognized_keys': {
      const allowed = allowedKeys(issue)
      return issue.keys.map((key) => named(source.atKey([...path, key]), `unknown key "${key}"`, key, allowed))
    }
    case 'invalid_union': {
      const branch = bestBranch(issue.errors)
      if (branch) return branch.flatMap((inner) => issueProblems(source, inner, path))
      if ('options' in issue && issue.discriminator) {
        // The path leads to the discriminator itself.
        const allowed = (issue.options as unknown[]).map(String)
        return [named(source.at(path), `found ${show(found)} for ${issue.discriminator}`, String(found), allowed)]
      }
      const allowed = [...new Set(issue.errors.flat().flatMap(expectedOf))]
      return [named(source.at(path), `found ${show(found)}${where(path)}`, String(found), allowed)]
    }
    case 'invalid_key':
      return issue.issues.map((inner) => ({
        ...source.atKey(path),
        message: `the name "${String(path.at(-1))}" ${inner.message}`,
      }))
    case 'invalid_type':
      if (found === undefined)
        return [{ ...source.atKey(path), message: `missing key "${String(path.at(-1) ?? '')}" (${issue.expected})` }]
      return [{ ...source.at(path), message: `found ${show(found)}${where(path)}`, allowed: [issue.expected] }]
    case 'invalid_value':
      return [named(source.at(path), `found ${show(found)}${where(path)}`, String(found), issue.values.map(String))]
    default:
      return [{ ...source.at(path), message: `found ${show(found)}${where(path)}: ${issue.message}` }]
  }
}

/** The branch of a union that the author most likely meant: the one whose faults lie deepest, if any lies below the top. */
function bestBranch(branches: readonly (readonly z.core.$ZodIssue[])[]) {
  const isAtTop = (issue: z.core.$ZodIssue) => issue.path.length === 0 && issue.code !== 'unrecognized_keys'
  const below = branches.filter((issues) => issues.length > 0 && !issues.some(isAtTop))
  return below.toSorted((a, b) => a.length - b.length)[0]
}

function expectedOf(issue: z.core.$ZodIssue): string[] {
  if (issue.code === 'invalid_type') return [issue.expected]
  if (issue.code === 'invalid_value') return issue.values.map(String)
  if (issue.code === 'invalid_union') return issue.errors.flat().flatMap(expectedOf)
  return [issue.message]
}

function named(
  place: Problem | ReturnType<YamlSource['at']>,
  message: string,
  found: string,
  allowed: string[],
): Problem {
  const near = nearest(found, allowed)
  return { ...place, message, allowed, ...(near && { nearest: near }) }
}

const where = (path: readonly PropertyKey[]) => (path.length ? ` for ${path.map(String).join('.')}` : '')

function valueAt(value: unknown, path: readonly PropertyKey[]): unknown {
  return path.reduce<unknown>((node, step) => (node as Record<PropertyKey, unknown> | undefined)?.[step], value)
}

function show(value: unknown): string {
  const text = value === undefined ? 'nothing' : JSON.stringify(value)
  return text.length > 60 ? text.slice(0, 57) + '…' : text
}
