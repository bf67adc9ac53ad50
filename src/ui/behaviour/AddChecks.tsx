'use client'

import { ListChecks } from 'lucide-react'
import { Popover } from 'radix-ui'
import { useState } from 'react'
import { CHECK_KINDS, guessKind, guessPart, type CheckKind } from '@/core/checks'
import type { Sheet } from '@/core/sheet'
import { Choice } from '../editing'

/** Offers what the ARIA Authoring Practices ask of a kind of component, as rules and scenarios of the sheet. */
export function AddChecks({
  sheet,
  texts,
  onAdd,
}: {
  sheet: Sheet
  /** The component's files: they tell which kind it is. */
  texts: Readonly<Record<string, string>>
  onAdd(kind: CheckKind, parts: Record<string, string>): void
}) {
  const [isOpen, setOpen] = useState(false)
  const [given, setGiven] = useState<string>()
  const [chosen, setChosen] = useState<Record<string, string>>({})
  const guessed = isOpen ? guessKind(texts) : undefined
  const kind = CHECK_KINDS.find((each) => each.kind === given) ?? guessed ?? CHECK_KINDS[0]!
  const parts = Object.fromEntries(
    kind.parts.map((part) => [part.key, chosen[`${kind.kind} ${part.key}`] ?? guessPart(sheet, part)]),
  )
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
            isGuessed={given === undefined && guessed !== undefined}
            onKind={setGiven}
            onPart={(key, part) => setChosen({ ...chosen, [`${kind.kind} ${key}`]: part })}
          />
          <ul className="my-2 list-inside list-disc">
            {kind.make(parts).scenarios.map(({ name }) => (
              <li key={name}>{name}</li>
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
  /** The component's own code says so. */
  isGuessed: boolean
  parts: Readonly<Record<string, string>>
  onKind(kind: string): void
  onPart(key: string, part: string): void
}

/** What kind of component it is, and which of its parts is which of that kind's. */
function Choices({ sheet, kind, isGuessed, parts, onKind, onPart }: ChoicesProps) {
  const names = Object.keys(sheet.parts).filter((each) => each !== 'host')
  return (
    <div className="grid grid-cols-[auto_minmax(0,1fr)] items-center gap-x-2 gap-y-1">
      <span>It is a</span>
      <Choice
        label="Kind of component"
        value={kind.kind}
        options={CHECK_KINDS.map(({ kind: each, label }) => [each, label])}
        onChoose={onKind}
      />
      {isGuessed && <p className="col-span-2 text-quiet">Recognised by its code.</p>}
      {kind.parts.map(({ key, about }) => (
        <div key={key} className="contents">
          <span>{about}</span>
          <Choice
            label={about}
            value={parts[key]!}
            options={names.map((each) => [each, each])}
            onChoose={(part) => onPart(key, part)}
            className="num"
          />
        </div>
      ))}
    </div>
  )
}
