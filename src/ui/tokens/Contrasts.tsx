'use client'

import { useMemo, useState } from 'react'
import type { TokenRow, TokensModel } from '@/contract'
import { contrastRatio, over, readColor } from '@/core/readings'

// Of large palettes the pairs that matter are those close to the limits; the rest is a scroll away.
const MAX_PAIRS = 60

/** How well this colour is read on each other one, and each other one on it: the ratio is the same. */
export function Contrasts({
  model,
  row,
  onSelect,
}: {
  model: TokensModel
  row: TokenRow
  onSelect(path: string): void
}) {
  const [column, setColumn] = useState(0)
  const pairs = useMemo(() => {
    const own = readColor(row.cells[column]?.css ?? '')
    if (!own) return []
    return model.tokens
      .flatMap((other) => {
        const colour =
          other.type === 'color' && other.path !== row.path ? readColor(other.cells[column]?.css ?? '') : undefined
        return colour
          ? [{ path: other.path, css: other.cells[column]!.css!, ratio: contrastRatio(over(own, colour), colour) }]
          : []
      })
      .sort((a, b) => b.ratio - a.ratio)
      .slice(0, MAX_PAIRS)
  }, [model, row, column])
  const css = row.cells[column]?.css
  return (
    <details className="border-b border-line px-3 py-2">
      <summary className="font-semibold">Contrast with the other colours</summary>
      {model.columns.length > 1 && (
        <p className="my-1 flex gap-1">
          {model.columns.map(({ name }, at) => (
            <button
              key={name}
              type="button"
              className="control"
              aria-pressed={at === column}
              onClick={() => setColumn(at)}
            >
              {name}
            </button>
          ))}
        </p>
      )}
      <ul className="max-h-64 overflow-auto">
        {pairs.map((pair) => (
          <Pair key={pair.path} {...pair} own={css} onSelect={onSelect} />
        ))}
      </ul>
    </details>
  )
}

function Pair({
  path,
  css,
  ratio,
  own,
  onSelect,
}: {
  path: string
  css: string
  ratio: number
  own: string | undefined
  onSelect(path: string): void
}) {
  return (
    <li className="flex items-center gap-2">
      <span aria-hidden className="w-8 text-center font-semibold" style={{ color: own, background: css }}>
        Ag
      </span>
      <button type="button" className="num truncate underline-offset-2 hover:underline" onClick={() => onSelect(path)}>
        {path}
      </button>
      <span className="num ml-auto">{ratio.toFixed(2)}</span>
      <span className="w-28 text-quiet">
        {ratio >= 7 ? 'text, enhanced' : ratio >= 4.5 ? 'text' : ratio >= 3 ? 'large text, shapes' : 'neither'}
      </span>
    </li>
  )
}
