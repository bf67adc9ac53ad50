import type { Prop } from '../sheet'
import { defineLint, type Fault, type SheetSubject } from './defineLint'

function* withoutDefault({ sheet }: SheetSubject): Generator<Fault<{ prop: string }>> {
  // Code has defaults of its own; a template has none.
  if (sheet.data.source.kind !== 'markup') return
  for (const [name, prop] of Object.entries(sheet.data.props)) {
    if (prop.type !== 'choice' || prop.default !== undefined) continue
    const message = `The prop "${name}" is a choice without a default: left out, it has no value. Give it one of ${prop.values.join(', ')}.`
    yield { at: sheet.source.atKey(['props', name]), message, about: { prop: name } }
  }
}

export const noDefault = defineLint({
  code: 'no-default',
  severity: 'warning',
  about: 'A choice of a template has no default: left out, it has no value.',
  find: { sheet: withoutDefault },
  fix: ({ prop: name }, { data }) => {
    const prop = data.props[name]
    if (prop?.type !== 'choice') return undefined
    const [value] = prop.values
    return {
      label: `Make “${String(value)}” the default`,
      edits: [{ do: 'set', path: ['props', name, 'default'], value }],
    }
  },
})

function* wrongDefaults({ sheet }: SheetSubject): Generator<Fault> {
  for (const [name, prop] of Object.entries(sheet.data.props)) {
    const fault = faultOf(prop)
    if (fault)
      yield { at: sheet.source.atKey(['props', name, 'default']), message: `The default of "${name}" ${fault}.` }
  }
  for (const axis of sheet.axes) {
    if (axis.values.includes(axis.default)) continue
    const message = `The default "${axis.default}" of the axis "${axis.name}" is not one of its values: ${axis.values.join(', ')}.`
    yield { at: sheet.source.atKey(['axes', axis.name, 'default']), message }
  }
}

export const badDefault = defineLint({
  code: 'bad-default',
  severity: 'error',
  about: 'The default of a prop or axis is not one of its values, or outside its limits.',
  find: { sheet: wrongDefaults },
})

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
