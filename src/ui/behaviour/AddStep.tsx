'use client'

import { useState } from 'react'
import { readingNames } from '@/core/readings'
import type { Sheet } from '@/core/sheet'
import { completeReading } from '@/core/spec'
import {
  faultIn,
  fieldsOf,
  STEP_LIST,
  stepOf,
  type StepField,
  type StepFile,
  type StepGiven,
  type StepKind,
} from '@/core/steps'
import { Choice } from '../editing'
import { Suggest } from '../survey'

const KINDS = STEP_LIST.map(({ kind }) => [kind, kind.replace('-', ' ')] as const)
const ALL = readingNames()

/** Writes a step by fields: what a kind of step asks for. */
export function AddStep({
  sheet,
  contexts,
  after,
  onAdd,
}: {
  sheet: Sheet
  contexts: Readonly<Record<string, readonly string[]>>
  /** The number of the step behind which it comes; undefined: at the end. */
  after: number | undefined
  onAdd(step: StepFile): void
}) {
  const [kind, setKind] = useState<StepKind>('click')
  const [typed, setTyped] = useState<StepGiven>({})
  const fields = fieldsOf(kind)
  const namesOf = (field: StepField) => offered(field, sheet, contexts)
  const chosen = fields.map((field) => [field.key, typed[field.key] ?? namesOf(field)[0] ?? ''] as const)
  const given: StepGiven = Object.fromEntries(chosen)
  const fault = faultIn(kind, given)
  return (
    <form
      aria-label="Add step"
      className="flex flex-wrap items-center gap-1 border-b border-line bg-paper px-2 py-1"
      onSubmit={(event) => {
        event.preventDefault()
        if (fault !== undefined) return
        onAdd(stepOf(kind, given, (name, text) => valueOf(sheet, name, text)))
        setTyped({ ...(typed.part !== undefined && { part: typed.part }) })
      }}
    >
      <Choice
        label="Kind of step"
        value={kind}
        options={KINDS}
        onChoose={(next) => setKind(next as StepKind)}
        className="w-28"
      />
      {fields.map((field) => (
        <Field
          key={field.key}
          field={field}
          value={given[field.key] ?? ''}
          names={namesOf(field)}
          onType={(text) => setTyped({ ...typed, [field.key]: text })}
        />
      ))}
      <button type="submit" className="control" disabled={fault !== undefined} title={fault}>
        {after === undefined ? 'Add step' : `Add after step ${after + 1}`}
      </button>
    </form>
  )
}

function Field({
  field: { key, label, example = '', isOptional },
  value,
  names,
  onType,
}: {
  field: StepField
  value: string
  names: readonly string[]
  onType(text: string): void
}) {
  if (names.length > 0 && key !== 'part')
    return <Choice label={label} value={value} options={names.map((each) => [each, each])} onChoose={onType} />
  if (key === 'part' || key === 'reading')
    return (
      <Suggest
        label={label}
        placeholder={example || label}
        className="w-28"
        value={value}
        suggest={(before) => (key === 'reading' ? completeReading(before, [], ALL) : matching(names, before))}
        onType={onType}
      />
    )
  return (
    <input
      aria-label={label}
      placeholder={`${label}${isOptional ? ', may be left out' : ''}`}
      title={example === '' ? undefined : `Such as ${example}`}
      className={`field ${key === 'time' ? 'w-20' : 'w-28'}`}
      value={value}
      onChange={(event) => onType(event.target.value)}
    />
  )
}

/** Parts that fit what is typed so far: `header[2]` may follow a name. */
const matching = (names: readonly string[], before: string) =>
  names.filter((name) => name.includes(before) && name !== before).map((text) => ({ text, from: 0, detail: '' }))

function offered(
  { key, names }: StepField,
  sheet: Sheet,
  contexts: Readonly<Record<string, readonly string[]>>,
): string[] {
  if (names === 'part') {
    const hasEvents = key === 'part' && Object.keys(sheet.data.events).length > 0
    const parts = Object.keys(sheet.parts).toSorted((a, b) => Number(isWhole(a)) - Number(isWhole(b)))
    return [...parts, ...(hasEvents ? ['events'] : [])]
  }
  if (names === 'props') return Object.keys(sheet.data.props)
  if (names === 'slots') return Object.keys(sheet.data.slots)
  return names === 'contexts' ? Object.keys(contexts) : []
}

/** Steps are mostly about what is inside. */
const isWhole = (part: string) => part === 'host' || part === 'root'

/** A prop's value of its type; all else is text. */
function valueOf({ data: { props } }: Sheet, name: string, text: string): unknown {
  const type = props[name]?.type
  if (type === 'flag') return /^(true|yes|on)$/i.test(text)
  return type === 'number' && text.trim() !== '' && !Number.isNaN(Number(text)) ? Number(text) : text
}
