import type { Sheet } from '../sheet'
import { examplesOf } from './examples'

/** What a guide begins with: everything that the sheet itself can tell, in the order in which people ask. */
export function starterGuide(sheet: Pick<Sheet, 'data' | 'axes'>): string {
  const { about, props, slots, events, scenarios } = sheet.data
  const has = (what: object) => Object.keys(what).length > 0
  const presses = scenarios.some(({ steps }) => steps.some((step) => typeof step === 'object' && 'press' in step))
  return [
    about ?? '',
    '::bench',
    examplesOf(sheet).length > 0 ? '## Examples\n\n::examples' : '',
    sheet.axes.length > 0 ? '## States\n\n::states' : '',
    '## Anatomy\n\n::anatomy',
    has(props) ? '## Props\n\n::props' : '',
    has(slots) ? '## Slots\n\n::slots' : '',
    has(events) ? '## Events\n\n::events' : '',
    presses ? '## Keys\n\n::keys' : '',
    '## Tokens\n\n::tokens',
  ]
    .filter((each) => each !== '')
    .join('\n\n')
    .concat('\n')
}
