'use client'

import { useMemo } from 'react'
import type { BenchModel } from '@/contract'
import type { Control } from '@/core/bench'
import { Choice } from '../editing'

const OWN = 'own'
const NONE = 'none'

/** A colour: one of the library's tokens, or one of one's own. */
export function ColourField({
  control,
  model,
  onChange,
}: {
  control: Extract<Control, { kind: 'colour' }>
  model: Pick<BenchModel, 'colours' | 'tokens'>
  onChange(value: unknown): void
}) {
  const { name, value } = control
  const { colours, tokens } = model
  const values = useMemo(() => new Map(tokens[0]?.properties), [tokens])
  const token = colours.find(({ property }) => value === `var(${property})`)
  const chosen = value === '' ? NONE : token ? token.property : OWN
  const shown = token ? values.get(token.property) : value
  return (
    <span className="flex min-w-0 flex-1 items-center gap-1">
      <span
        aria-hidden
        className="size-4 flex-none border border-line-strong"
        style={{ background: resolve(shown ?? '', values) }}
      />
      <Choice
        label={name}
        value={chosen}
        className="min-w-0 flex-1"
        options={[
          [NONE, 'as the component has it'],
          ...colours.map(({ path, property }) => [property, path] as const),
          [OWN, 'one’s own'],
        ]}
        onChoose={(next) =>
          onChange(
            next === NONE ? '' : next === OWN ? (toHex(resolve(shown ?? '', values)) ?? '#808080') : `var(${next})`,
          )
        }
      />
      {chosen === OWN && (
        <input
          type="color"
          aria-label={`${name}, one’s own`}
          className="h-6 w-8 flex-none"
          value={toHex(value) ?? '#808080'}
          onChange={(event) => onChange(event.target.value)}
        />
      )}
    </span>
  )
}

/** Follows references from token to token: outside of the stage the library's custom properties are not known. */
function resolve(css: string, values: ReadonlyMap<string, string>, depth = 0): string {
  const reference = /^var\((--[\w-]+)\)$/.exec(css.trim())
  return reference && depth < 8 ? resolve(values.get(reference[1]!) ?? '', values, depth + 1) : css
}

const toHex = (css: string): string | undefined => (/^#[0-9a-f]{6}$/i.test(css) ? css : undefined)
