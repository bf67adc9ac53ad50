import { styleText } from 'node:util'
import type { Paint } from '@/core/report'
import type { Output } from './terminal'

type Format = Parameters<typeof styleText>[0]

/** Colours for a terminal; none when the output is piped or NO_COLOR is set. */
export function paintFor(stream: Output, environment: NodeJS.ProcessEnv = process.env): Paint {
  const isColoured = stream.isTTY === true && !environment.NO_COLOR
  const as = (format: Format) => (text: string) => (isColoured ? styleText(format, text) : text)
  return { miss: as('red'), warn: as('yellow'), good: as('green'), dim: as('dim'), strong: as('bold') }
}
