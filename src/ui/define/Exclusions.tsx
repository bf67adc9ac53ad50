'use client'

import { Plus, Trash2 } from 'lucide-react'
import { useState } from 'react'
import type { Sheet } from '@/core/sheet'
import { Choice, IconButton, type Defining } from '../editing'

const ANY = '*'

/** Combinations that do not exist. */
export function Exclusions({ sheet, edit }: { sheet: Sheet; edit: Defining['edit'] }) {
  const { without } = sheet.data
  const [chosen, setChosen] = useState<Record<string, string>>({})
  const box = Object.fromEntries(Object.entries(chosen).filter(([, value]) => value !== ANY))
  if (sheet.axes.length < 2) return null
  return (
    <section aria-label="Combinations that do not exist" className="border-t border-line-strong pt-2">
      <h3 className="mb-1 text-quiet">Combinations that do not exist</h3>
      <ul>
        {without.map((excluded, at) => (
          <li key={at} className="num flex items-center gap-2">
            {Object.entries(excluded)
              .map(([axis, values]) => `${axis}: ${values.join(' or ')}`)
              .join(' with ')}
            <IconButton
              label={`Allow combination ${at + 1}`}
              onClick={() => edit([{ do: 'remove', path: without.length === 1 ? ['without'] : ['without', at] }])}
            >
              <Trash2 size={13} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-center gap-1">
        {sheet.axes.map(({ name, values }) => (
          <label key={name} className="inline-flex items-center gap-1 text-quiet">
            {name}
            <Choice
              label={`Excluded ${name}`}
              value={chosen[name] ?? ANY}
              options={[[ANY, 'any'], ...values.map((value) => [value, value] as const)]}
              onChoose={(value) => setChosen({ ...chosen, [name]: value })}
            />
          </label>
        ))}
        <button
          type="button"
          className="control"
          disabled={Object.keys(box).length < 2}
          onClick={() => {
            edit([
              without.length === 0
                ? { do: 'set', path: ['without'], value: [box] }
                : { do: 'insert', path: ['without', without.length], value: box },
            ])
            setChosen({})
          }}
        >
          <Plus size={13} aria-hidden /> Exclude
        </button>
      </div>
    </section>
  )
}
