import type { StepFile } from '../sheet'

const words = (value: unknown): string => {
  if (Array.isArray(value)) return value.map(words).join(' and ')
  if (typeof value !== 'object' || value === null) return String(value)
  if ('at' in value && Array.isArray(value.at)) return `${value.at.join(', ')}`
  return Object.entries(value)
    .map(([name, inner]) => `${name} ${words(inner)}`)
    .join(', ')
}

/** A step as a person reads it: `click header[2]`, `wait 500ms`, `eventually by 20ms tip visible yes`. */
export function printStep(file: StepFile): string {
  if (typeof file === 'string') return file
  const [[kind, value]] = Object.entries(file) as [[string, unknown]]
  switch (kind) {
    case 'settle':
      return kind
    case 'wait':
      return `wait ${typeof value === 'number' ? `${value}ms` : String(value)}`
    case 'type':
      return `type ${JSON.stringify(value)}`
    case 'expect':
    case 'eventually':
    case 'throughout':
      return [kind, ...expectationWords(value as Record<string, unknown>)].join(' ')
    default:
      return `${kind} ${words(value)}`
  }
}

function expectationWords({ now, by, for: span, ...rest }: Record<string, unknown>): string[] {
  const asTime = (time: unknown) => (typeof time === 'number' ? `${time}ms` : String(time))
  return [
    ...(now === undefined ? [] : ['now']),
    ...(by === undefined ? [] : [`by ${asTime(by)}`]),
    ...(span === undefined ? [] : [`for ${asTime(span)}`]),
    Object.entries(rest)
      .map(([part, readings]) => `${part} ${words(readings)}`)
      .join('; '),
  ]
}
