'use client'

import type { Scenario } from '@/core/scenario'
import type { YamlEdit } from '@/core/yaml'
import { Choice, TextField } from '../editing'

const AS_SHEET = 'as in the sheet'
const PLACES = ['center', 'start', 'end'] as const
const DIRECTIONS = [
  ['x', 'across'],
  ['y', 'down'],
] as const
const SIZES = ['width', 'height'] as const

/** In how large a window a scenario is performed, and where the component stands in it. */
export function StageOf({ scenario, edit }: { scenario: Scenario; edit(edits: readonly YamlEdit[]): void }) {
  const { index, stage } = scenario
  const { place, window = {} } = stage
  const set = (key: 'place' | 'window', value: Readonly<Record<string, unknown>>) => {
    const path = ['scenarios', index, key]
    edit([Object.keys(value).length > 0 ? { do: 'set', path, value } : { do: 'remove', path }])
  }
  const isSet = place !== undefined || Object.keys(window).length > 0
  return (
    <details className="border-b border-line px-2 py-0.5" key={index} open={isSet || undefined}>
      <summary className="text-quiet">Window and place{isSet ? '' : ': as in the sheet'}</summary>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
        {SIZES.map((side) => (
          <label key={side} className="flex items-center gap-1">
            <span className="text-quiet">{side}</span>
            <TextField
              label={`Window ${side}, in px`}
              value={window[side] === undefined ? '' : String(window[side])}
              placeholder="library’s"
              inputMode="numeric"
              className="num w-20"
              check={(text) => (text === '' || /^[1-9]\d{0,3}$/.test(text) ? undefined : 'Whole px, up to 9999')}
              onDone={(text) => {
                const { [side]: _, ...other } = window
                set('window', text === '' ? other : { ...other, [side]: Number(text) })
              }}
            />
          </label>
        ))}
        {DIRECTIONS.map(([axis, word]) => (
          <label key={axis} className="flex items-center gap-1">
            <span className="text-quiet">{word}</span>
            <Choice
              label={`Place ${word}`}
              value={place?.[axis] ?? AS_SHEET}
              options={[AS_SHEET, ...PLACES].map((each) => [each, each] as const)}
              onChoose={(next) =>
                next === AS_SHEET
                  ? set('place', {})
                  : set('place', { x: 'center', y: 'center', ...place, [axis]: next })
              }
            />
          </label>
        ))}
      </div>
    </details>
  )
}
