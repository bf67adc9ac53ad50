'use client'

import { Crosshair, Trash2 } from 'lucide-react'
import type { Proposed } from '@/stage'
import type { Sheet } from '@/core/sheet'
import { type Defining, IconButton, nameCheck, NewName, TextField } from '../editing'
import { RESERVED } from './partNames'
import { ProposedParts } from './ProposedParts'

export interface PartsProps {
  sheet: Sheet
  defining: Defining
  numbers: ReadonlyMap<string, number>
  lit: string | undefined
  /** What the picture shows that no part names. */
  proposed: readonly Proposed[]
  onLight(part: string | undefined): void
  /** Points at the element that a part shall name; without a part, at a new one. */
  onPoint(part?: string): void
}

/** The parts list, as it stands on a drawing: number, name, what it is. */
export function Parts({ sheet, defining: { edit, rename }, numbers, lit, proposed, onLight, onPoint }: PartsProps) {
  const names = Object.keys(sheet.data.parts)
  const check = nameCheck([...names, ...RESERVED])
  return (
    <>
      <table className="w-full border-collapse">
        <thead className="text-left text-quiet">
          <tr>
            <th className="w-8 font-normal">No.</th>
            <th className="w-32 font-normal">Part</th>
            <th className="font-normal">Selector</th>
            <th className="w-16" />
          </tr>
        </thead>
        <tbody>
          {names.map((name) => (
            <PartRow
              key={name}
              {...{ name, check, edit, rename, onLight, onPoint }}
              part={sheet.parts[name]!}
              number={numbers.get(name)}
              isLit={name === lit}
            />
          ))}
        </tbody>
      </table>
      {names.length === 0 && (
        <p className="py-2 text-quiet">No parts yet. Rules refer to parts: point at one in the picture.</p>
      )}
      <div className="mt-1 flex items-center gap-1 border-t border-line-strong pt-2">
        <NewName
          label="New part"
          taken={[...names, ...RESERVED]}
          onAdd={(name) => edit([{ do: 'set', path: ['parts', name], value: `.${name}` }])}
        />
        <button type="button" className="control" onClick={() => onPoint()}>
          <Crosshair size={13} aria-hidden /> Point at a new part
        </button>
      </div>
      <ProposedParts {...{ proposed, names, edit }} />
    </>
  )
}

interface PartRowProps extends Pick<Defining, 'edit' | 'rename'>, Pick<PartsProps, 'onLight' | 'onPoint'> {
  name: string
  part: Sheet['parts'][string]
  number: number | undefined
  isLit: boolean
  check(name: string): string | undefined
}

function PartRow({ name, part, number, isLit, check, edit, rename, onLight, onPoint }: PartRowProps) {
  const { select = '', pseudo = '', inPage } = part
  return (
    <tr
      data-part={name}
      className={`border-t border-line ${isLit ? 'bg-pick' : ''}`}
      onPointerEnter={() => onLight(name)}
      onPointerLeave={() => onLight(undefined)}
      onFocus={() => onLight(name)}
    >
      <td className="num pl-1">{number}</td>
      <td className="p-0.5">
        <TextField
          label={`Name of part ${name}`}
          value={name}
          check={check}
          className="w-full"
          onDone={(to) => rename({ what: 'part', from: name, to })}
        />
      </td>
      <td className="p-0.5">
        <TextField
          label={`Selector of ${name}`}
          value={select + pseudo}
          className="num w-full"
          check={selectorFault}
          onDone={(text) =>
            edit([{ do: 'set', path: ['parts', name], value: inPage ? { select: text, in: 'page' } : text }])
          }
        />
      </td>
      <td className="text-right whitespace-nowrap">
        <IconButton label={`Point at ${name}`} onClick={() => onPoint(name)}>
          <Crosshair size={13} aria-hidden />
        </IconButton>
        <IconButton label={`Remove part ${name}`} onClick={() => edit([{ do: 'remove', path: ['parts', name] }])}>
          <Trash2 size={13} aria-hidden />
        </IconButton>
      </td>
    </tr>
  )
}

/** What a browser would say of a selector; pseudo-elements are taken apart before. */
function selectorFault(text: string): string | undefined {
  const bare = text.replace(/::part\([^)]*\)/g, '').replace(/::[a-z-]+$/, '')
  try {
    document.createDocumentFragment().querySelector(bare || '*')
    return text.trim() === '' ? 'A selector' : undefined
  } catch {
    return 'Not a selector that a browser understands'
  }
}
