import { parsePartReference } from '../readings'
import { readDuration, type StepFile } from '../sheet'
import type { Path } from '../yaml'
import type { StepContext } from './issue'
import { printStep } from './printStep'
import { readExpected } from './readExpected'
import { USUAL_PATIENCE_MS, type Change, type Input, type Step, type Target, type Timed } from './step'

/** Reads one step. What is wrong goes to `context.issue`; the step is given all the same. */
export function readStep(context: StepContext, file: StepFile, index: number, path: Path): Step {
  const given = typeof file === 'string' ? { [file]: null } : file
  const [[kind, value]] = Object.entries(given) as [[string, unknown]]
  const what = readKind(context, kind as Step['kind'], value, [...path, kind])
  return { ...what, index, line: context.sheet.source.at(path).line, text: printStep(file) }
}

function readKind(context: StepContext, kind: Step['kind'], value: unknown, path: Path): Input | Change | Timed {
  switch (kind) {
    case 'click':
    case 'double-click':
    case 'tap':
    case 'hover':
    case 'leave':
    case 'focus':
      return { kind, target: readTarget(context, value, path) }
    case 'press':
      return { kind, keys: value as string }
    case 'type':
      return { kind, words: value as string }
    case 'drag': {
      const { from, to, by } = value as { from: unknown; to?: unknown; by?: [number, number] }
      if ((to === undefined) === (by === undefined))
        context.issue({ code: 'bad-expectation', path, message: '"drag" needs either "to" or "by"' })
      return {
        kind,
        from: readTarget(context, from, [...path, 'from']),
        ...(to !== undefined && { to: readTarget(context, to, [...path, 'to']) }),
        ...(by && { by }),
      }
    }
    case 'scroll': {
      const isOffset = typeof value === 'object' && value !== null && 'by' in value
      const { on, by } = isOffset ? (value as { on?: unknown; by: [number, number] }) : { on: value, by: undefined }
      return { kind, target: readTarget(context, on ?? 'page', path), ...(by && { by }) }
    }
    case 'set':
      return readSet(context, value as Record<string, unknown>, path)
    case 'fill':
      return readFill(context, value as Record<string, unknown>, path)
    case 'context':
      return readContext(context, value as Record<string, unknown>, path)
    case 'wait':
      return { kind, ms: readDuration(value) ?? 0 }
    case 'settle':
      return { kind }
    case 'expect':
    case 'eventually':
    case 'throughout':
      return readTimed(context, kind, value as Record<string, unknown>, path)
  }
}

function readTarget({ sheet, issue }: StepContext, value: unknown, path: Path): Target {
  if (typeof value === 'object' && value !== null && 'at' in value) {
    const [x, y] = value.at as [number, number]
    return { kind: 'at', x, y }
  }
  const name = String(value)
  if (name === 'page') return { kind: 'page' }
  const part = parsePartReference(name)
  const known = Object.keys(sheet.parts)
  if (!known.includes(part.part))
    issue({
      code: 'unknown-part',
      path,
      message: `no part "${part.part}"`,
      name: { what: 'part', found: part.part, known },
    })
  if (part.index === 'all')
    issue({ code: 'bad-expectation', path, message: `"${name}" names several: input goes to one, such as [2]` })
  return { kind: 'part', name, part }
}

function readSet({ sheet, issue }: StepContext, props: Record<string, unknown>, path: Path): Change {
  const known = Object.keys(sheet.data.props)
  for (const found of Object.keys(props)) {
    if (!known.includes(found))
      issue({
        code: 'unknown-prop',
        path: [...path, found],
        message: `no prop "${found}"`,
        name: { what: 'prop', found, known },
      })
  }
  return { kind: 'set', props }
}

function readFill({ sheet, issue }: StepContext, slots: Record<string, unknown>, path: Path): Change {
  const known = Object.keys(sheet.data.slots)
  for (const found of Object.keys(slots)) {
    if (!known.includes(found))
      issue({
        code: 'unknown-component',
        path: [...path, found],
        message: `no slot "${found}"`,
        name: { what: 'slot', found, known },
      })
  }
  return { kind: 'fill', slots }
}

function readContext({ contexts, issue }: StepContext, given: Record<string, unknown>, path: Path): Change {
  const values = Object.fromEntries(Object.entries(given).map(([name, value]) => [name, String(value)]))
  for (const [name, value] of Object.entries(values)) checkContext(contexts, name, value, [...path, name], issue)
  return { kind: 'context', values }
}

/** Tells what is wrong with the value of a context. */
export function checkContext(
  contexts: StepContext['contexts'],
  name: string,
  value: string,
  path: Path,
  issue: StepContext['issue'],
): void {
  const known = contexts[name]
  if (!known)
    issue({
      code: 'unknown-axis',
      path,
      message: `no context "${name}"`,
      name: { what: 'context', found: name, known: Object.keys(contexts) },
    })
  else if (!known.includes(value))
    issue({
      code: 'unknown-value',
      path,
      message: `no ${name} "${value}"`,
      name: { what: `value of ${name}`, found: value, known },
    })
}

const SPAN = { expect: 'now', eventually: 'by', throughout: 'for' } as const

function readTimed(context: StepContext, kind: keyof typeof SPAN, value: Record<string, unknown>, path: Path): Timed {
  const { now, by, for: span, ...rest } = value
  for (const [name, given] of Object.entries({ now, by, for: span })) {
    if (given !== undefined && SPAN[kind] !== name)
      context.issue({
        code: 'bad-expectation',
        path: [...path, name],
        message: `"${name}" belongs to "${Object.entries(SPAN).find(([, each]) => each === name)![0]}", not to "${kind}"`,
      })
  }
  const expected = readExpected(context, rest, path)
  const time = (given: unknown, name: string, usual: number | undefined): number => {
    const ms = given === undefined ? usual : readDuration(given)
    if (ms === undefined)
      context.issue({
        code: 'bad-expectation',
        path: given === undefined ? path : [...path, name],
        message:
          given === undefined
            ? `"${kind}" needs "${name}": how long it is to hold, such as 500ms`
            : `"${name}" must be a time such as 250ms or 5s, not ${JSON.stringify(given)}`,
      })
    return ms ?? 0
  }
  if (kind === 'eventually') return { kind, by: time(by, 'by', USUAL_PATIENCE_MS), expected }
  if (kind === 'throughout') return { kind, for: time(span, 'for', undefined), expected }
  if (now !== undefined && typeof now !== 'boolean')
    context.issue({ code: 'bad-expectation', path: [...path, 'now'], message: '"now" must be true or false' })
  return { kind, isNow: now === true, expected }
}
