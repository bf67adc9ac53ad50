import { longhandsOf, physical } from '../css'
import { READINGS } from './catalogue'

// Sizes of a page that runs from left to right.
const TWINS: Readonly<Record<string, string>> = {
  width: 'inline-size',
  height: 'block-size',
  'inline-size': 'width',
  'block-size': 'height',
}

/** Whether a rule about `stated` says something about `reading`: itself, its shorthand or longhand, its logical twin, or what it brings about. */
export function speaksOf(stated: string, reading: string): boolean {
  if (stated === reading || TWINS[reading] === stated) return true
  if (READINGS.get(stated)?.speaksFor?.includes(reading)) return true
  const wanted = longhandsOf(reading).map(physical)
  const said = longhandsOf(stated).map(physical)
  return wanted.some((each) => said.includes(each))
}
