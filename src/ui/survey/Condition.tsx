'use client'

import { Plus, X } from 'lucide-react'
import { Popover } from 'radix-ui'
import type { Dimension } from '@/core/matrix'
import { allowed, conditionOf, type WhenFile } from '@/core/edit'

export interface ConditionProps {
  when: WhenFile
  dimensions: readonly Dimension[]
  onChange(when: WhenFile): void
}

/** A rule's condition: one chip an axis, each opening its values. */
export function Condition({ when, dimensions, onChange }: ConditionProps) {
  const free = dimensions.filter(({ name }) => !(name in when))
  const without = (name: string) => Object.fromEntries(Object.entries(when).filter(([each]) => each !== name))
  return (
    <span className="inline-flex flex-wrap items-center gap-1">
      {Object.keys(when).length === 0 && <span className="text-quiet">All cases</span>}
      {Object.entries(when).map(([name, condition]) => {
        const dimension = dimensions.find((each) => each.name === name)
        const values = dimension?.values ?? allowed(condition, [])
        return (
          <span key={name} className="inline-flex border border-line-strong bg-sheet">
            <Values
              name={name}
              values={values}
              chosen={allowed(condition, values)}
              label={printCondition(name, condition)}
              onChoose={(chosen) => onChange({ ...when, [name]: conditionOf(chosen, values) })}
            />
            <button
              type="button"
              className="px-0.5 text-quiet hover:bg-pick"
              aria-label={`Any ${name}`}
              title={`Any ${name}`}
              onClick={() => onChange(without(name))}
            >
              <X size={11} aria-hidden />
            </button>
          </span>
        )
      })}
      {free.length > 0 && (
        <Popover.Root>
          <Popover.Trigger className="icon-button" aria-label="Add an axis" title="Add an axis">
            <Plus size={12} aria-hidden />
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content className="floating max-h-72 overflow-auto p-2" align="start" sideOffset={3}>
              {free.map(({ name, values }) => (
                <div key={name} className="flex items-baseline gap-2 py-0.5">
                  <span className="w-20 shrink-0 text-quiet">{name}</span>
                  <span className="flex flex-wrap gap-1">
                    {values.map((value) => (
                      <Popover.Close
                        key={value}
                        className="control num"
                        onClick={() => onChange({ ...when, [name]: value })}
                      >
                        {value}
                      </Popover.Close>
                    ))}
                  </span>
                </div>
              ))}
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
    </span>
  )
}

/** A whole condition in one line. */
export const printWhen = (when: WhenFile): string =>
  Object.entries(when)
    .map(([name, condition]) => printCondition(name, condition))
    .join('  ') || 'All cases'

function printCondition(name: string, condition: WhenFile[string]): string {
  if (typeof condition === 'object' && !Array.isArray(condition))
    return `${name}: not ${[condition.not].flat().join(', ')}`
  return `${name}: ${[condition].flat().join(', ')}`
}

function Values({
  name,
  values,
  chosen,
  label,
  onChoose,
}: {
  name: string
  values: readonly string[]
  chosen: readonly string[]
  label: string
  onChoose(chosen: string[]): void
}) {
  return (
    <Popover.Root>
      <Popover.Trigger className="num px-1 hover:bg-pick" aria-label={`${label}, change`}>
        {label}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="floating p-2" align="start" sideOffset={3}>
          <fieldset>
            <legend className="mb-1 text-quiet">{name} is one of</legend>
            {values.map((value) => {
              const isChosen = chosen.includes(value)
              return (
                <label key={value} className="num flex items-center gap-2">
                  <input
                    type="checkbox"
                    checked={isChosen}
                    // A rule of no value would match nothing.
                    disabled={isChosen && chosen.length === 1}
                    onChange={() => onChoose(isChosen ? chosen.filter((each) => each !== value) : [...chosen, value])}
                  />
                  {value}
                </label>
              )
            })}
          </fieldset>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
