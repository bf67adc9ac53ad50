import type { Sheet } from '../sheet'
import { camelCase } from '../sheet'

const pascal = (name: string) =>
  name.replace(/(^|[^A-Za-z0-9]+)([A-Za-z0-9])/g, (_, __, letter: string) => letter.toUpperCase())

type Prop = Sheet['data']['props'][string]

function typeOf(prop: Prop): string {
  switch (prop.type) {
    case 'flag':
      return 'boolean'
    case 'choice':
      return prop.values.map((value) => JSON.stringify(value)).join(' | ')
    case 'number':
      return 'number'
    case 'text':
    case 'colour':
      return 'string'
    default:
      return 'unknown'
  }
}

const comment = (text: string | undefined, indent: string) =>
  text === undefined ? '' : `${indent}/** ${text.replaceAll('*/', '* /').replace(/\s+/g, ' ').trim()} */\n`

/** A component's props as TypeScript: one union a choice, slots, events, and the defaults as a value. */
export function propTypes({ data, slug }: Sheet): string {
  const name = pascal(slug)
  const isReact = data.source.kind === 'react'
  const props = Object.entries(data.props).map(
    ([prop, file]) => `${comment(file.about, '  ')}  ${camelCase(prop)}?: ${typeOf(file)}\n`,
  )
  const slots = Object.entries(data.slots).map(
    ([slot, file]) => `${comment(file.about, '  ')}  ${camelCase(slot)}?: ${isReact ? 'ReactNode' : 'unknown'}\n`,
  )
  const events = Object.entries(data.events).map(
    ([event, file]) => `${comment(file?.about, '  ')}  on${pascal(event)}?: (detail: unknown) => void\n`,
  )
  const defaults = Object.entries(data.props).flatMap(([prop, file]) =>
    'default' in file && file.default !== undefined ? [`  ${camelCase(prop)}: ${JSON.stringify(file.default)},\n`] : [],
  )
  return [
    isReact && slots.length > 0 ? "import type { ReactNode } from 'react'\n\n" : '',
    comment(data.about, ''),
    `export interface ${name}Props {\n${props.join('')}${slots.join('')}${events.join('')}}\n`,
    `\n/** What holds where a prop is left out. */\nexport const ${camelCase(slug)}Defaults = {\n${defaults.join('')}} as const satisfies ${name}Props\n`,
  ].join('')
}
