'use client'

import type { BenchModel } from '@/contract'
import { contextKey, withEntry, type Setting } from '@/core/bench'
import { Choice } from '../editing'

const PLAIN = 'plain'

/** What surrounds the component: the library's contexts, and the ground on which it stands. */
export function Surroundings({
  model,
  setting,
  onSetting,
}: {
  model: BenchModel
  setting: Setting
  onSetting(setting: Setting): void
}) {
  const { contexts, colours } = model
  return (
    <>
      {Object.entries(contexts).map(([name, values]) => {
        const key = contextKey(name)
        return (
          <label key={name} className="flex items-center gap-1">
            <span className="text-quiet">{name}</span>
            <Choice
              label={name}
              value={String(setting[key] ?? values[0])}
              options={values.map((value) => [value, value] as const)}
              onChoose={(value) => onSetting(withEntry(setting, key, value === values[0] ? undefined : value))}
            />
          </label>
        )
      })}
      <label className="flex items-center gap-1">
        <span className="text-quiet">ground</span>
        <Choice
          label="ground"
          value={String(setting['@ground'] ?? PLAIN)}
          options={[[PLAIN, 'the page’s own'], ...colours.map(({ path }) => [path, path] as const)]}
          onChoose={(value) => onSetting(withEntry(setting, '@ground', value === PLAIN ? undefined : value))}
        />
      </label>
    </>
  )
}
