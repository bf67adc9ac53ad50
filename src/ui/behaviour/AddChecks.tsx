'use client'

import { ListChecks } from 'lucide-react'
import { Popover } from 'radix-ui'
import { useState } from 'react'
import { CHECK_KINDS, guessPart, type CheckKind } from '@/core/checks'
import type { Sheet } from '@/core/sheet'

/** Offers what the ARIA Authoring Practices ask of a kind of component, as rules and scenarios of the sheet. */
export function AddChecks({
  sheet,
  onAdd,
}: {
  sheet: Sheet
  onAdd(kind: CheckKind, parts: Record<string, string>): void
}) {
  const [isOpen, setOpen] = useState(false)
  const [name, setName] = useState(CHECK_KINDS[0]!.kind)
  const [chosen, setChosen] = useState<Record<string, string>>({})
  const kind = CHECK_KINDS.find((each) => each.kind === name)!
  const partOf = (key: string) =>
    chosen[`${name} ${key}`] ??
    guessPart(
      sheet,
      kind.parts.find((each) => each.key === key)!,
    )
  const parts = Object.fromEntries(kind.parts.map(({ key }) => [key, partOf(key)]))
  const made = kind.make(parts)
  return (
    <Popover.Root open={isOpen} onOpenChange={setOpen}>
      <Popover.Trigger className="control">
        <ListChecks size={13} aria-hidden />
        Ready-made checks
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="floating w-96 p-3" side="right" align="start" aria-label="Ready-made checks">
          <p className="mb-2 text-quiet">
            What the ARIA Authoring Practices require of this kind of component: roles, names, states, keys and focus
            order. They become rules and scenarios in your sheet, which you can edit.
          </p>
          <Choices
            {...{ sheet, kind, parts }}
            onKind={setName}
            onPart={(key, part) => setChosen({ ...chosen, [`${name} ${key}`]: part })}
          />
          <ul className="my-2 list-inside list-disc">
            {made.scenarios.map((scenario) => (
              <li key={scenario.name}>{scenario.name}</li>
            ))}
          </ul>
          <button
            type="button"
            className="control"
            onClick={() => {
              onAdd(kind, parts)
              setOpen(false)
            }}
          >
            Add them
          </button>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

interface ChoicesProps {
  sheet: Sheet
  kind: CheckKind
  parts: Readonly<Record<string, string>>
  onKind(kind: string): void
  onPart(key: string, part: string): void
}

/** What kind of component it is, and which of its parts is which of that kind's. */
const Choices = ({ sheet, kind, parts, onKind, onPart }: ChoicesProps) => (
  <div className="grid grid-cols-[auto_minmax(0,1fr)] items-center gap-x-2 gap-y-1">
    <label htmlFor="check-kind">It is a</label>
    <select id="check-kind" className="field" value={kind.kind} onChange={(event) => onKind(event.target.value)}>
      {CHECK_KINDS.map(({ kind: each, label }) => (
        <option key={each} value={each}>
          {label}
        </option>
      ))}
    </select>
    {kind.parts.map(({ key, about }) => (
      <label key={key} className="contents">
        <span>{about}</span>
        <select
          className="field num"
          data-part={key}
          value={parts[key]}
          onChange={(event) => onPart(key, event.target.value)}
        >
          {Object.keys(sheet.parts)
            .filter((each) => each !== 'host')
            .map((each) => (
              <option key={each} value={each}>
                {each}
              </option>
            ))}
        </select>
      </label>
    ))}
  </div>
)
