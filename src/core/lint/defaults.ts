import type { Prop } from '../sheet'
import { makeLint, type Lint, type LintSubject } from './lint'

/** `no-default`: a choice prop that nobody sets has no value. */
export function* noDefault({ sheet }: LintSubject): Generator<Lint> {
  // Code has defaults of its own; a template has none.
  if (sheet.data.source.kind !== 'markup') return
  for (const [name, prop] of Object.entries(sheet.data.props)) {
    if (prop.type !== 'choice' || prop.default !== undefined) continue
    const message = `The prop "${name}" is a choice without a default: left out, it has no value. Give it one of ${prop.values.join(', ')}.`
    yield {
      ...makeLint('no-default', sheet.source.atKey(['props', name]), message),
      about: { kind: 'no-default', prop: name },
    }
  }
}

/** `bad-default`: the default of a prop or axis is not among its values, or outside its limits. */
export function* badDefault({ sheet }: LintSubject): Generator<Lint> {
  for (const [name, prop] of Object.entries(sheet.data.props)) {
    const fault = faultOf(prop)
    if (fault)
      yield makeLint(
        'bad-default',
        sheet.source.atKey(['props', name, 'default']),
        `The default of "${name}" ${fault}.`,
      )
  }
  for (const axis of sheet.axes) {
    if (axis.values.includes(axis.default)) continue
    const message = `The default "${axis.default}" of the axis "${axis.name}" is not one of its values: ${axis.values.join(', ')}.`
    yield makeLint('bad-default', sheet.source.atKey(['axes', axis.name, 'default']), message)
  }
}

function faultOf(prop: Prop): string | undefined {
  if (prop.default === undefined) return undefined
  switch (prop.type) {
    case 'choice':
      return prop.values.includes(prop.default) ? undefined : `is not one of its values: ${prop.values.join(', ')}`
    case 'number':
      if (prop.min !== undefined && prop.default < prop.min) return `is less than its least value ${prop.min}`
      return prop.max !== undefined && prop.default > prop.max
        ? `is more than its greatest value ${prop.max}`
        : undefined
    case 'text': {
      const most = prop['max-length']
      return most !== undefined && prop.default.length > most ? `is longer than ${most} characters` : undefined
    }
    default:
      return undefined
  }
}
