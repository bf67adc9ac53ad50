'use client'

import { ToggleGroup } from 'radix-ui'
import type { BenchModel } from '@/contract'
import type { Control } from '@/core/bench'
import { Choice, Flip, Slide } from '../editing'
import { ColourField } from './ColourField'
import { DataField } from './DataField'

/** As many as can stand side by side and be told apart. */
const MAX_SEGMENTS = 4
const MAX_LETTERS = 24

type FieldProps<K extends Control['kind']> = {
  control: Extract<Control, { kind: K }>
  onChange(value: unknown): void
}

/** The field of one control, by its kind. */
export function ControlField({
  control,
  model,
  onChange,
}: {
  control: Exclude<Control, { kind: 'slot' }>
  model: Pick<BenchModel, 'colours' | 'tokens'>
  onChange(value: unknown): void
}) {
  switch (control.kind) {
    case 'flag':
      return <Flip label={control.name} value={control.value} onFlip={onChange} />
    case 'choice':
      return (
        <OneOf control={control} onChange={(text) => onChange(control.values.find((each) => String(each) === text))} />
      )
    case 'hold':
      return <OneOf control={control} onChange={onChange} />
    case 'text':
      return <TextOf control={control} onChange={onChange} />
    case 'number':
      return <NumberOf control={control} onChange={onChange} />
    case 'colour':
      return <ColourField control={control} model={model} onChange={onChange} />
    case 'data':
      return <DataField control={control} onChange={onChange} />
  }
}

function OneOf({ control, onChange }: FieldProps<'choice' | 'hold'>) {
  const values = control.values.map(String)
  const isShort = values.length <= MAX_SEGMENTS && values.join('').length <= MAX_LETTERS
  if (!isShort)
    return (
      <Choice
        label={control.name}
        value={control.value}
        options={values.map((value) => [value, value] as const)}
        onChoose={onChange}
        className="max-w-full"
      />
    )
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={control.name}
      value={control.value}
      onValueChange={(value) => value && onChange(value)}
      className="inline-flex flex-wrap"
    >
      {values.map((value) => (
        <ToggleGroup.Item key={value} value={value} className="control -ml-px first:ml-0">
          {value}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}

function TextOf({ control, onChange }: FieldProps<'text'>) {
  const { name, value, most } = control
  return (
    <span className="flex min-w-0 flex-1 items-center gap-1">
      <input
        aria-label={name}
        className="field w-full"
        value={value}
        maxLength={most}
        onChange={(event) => onChange(event.target.value)}
      />
      {most !== undefined && (
        <span className="num text-quiet">
          {value.length}/{most}
        </span>
      )}
    </span>
  )
}

function NumberOf({ control, onChange }: FieldProps<'number'>) {
  const { name, value, min, max, step, unit } = control
  return (
    <span className="flex min-w-0 flex-1 items-center gap-2">
      {min !== undefined && max !== undefined && (
        <Slide label={`${name}, slider`} {...{ value, min, max, step }} onSlide={onChange} />
      )}
      <input
        type="number"
        aria-label={name}
        className="field num w-20"
        value={value}
        step={step}
        onChange={(event) => event.target.value !== '' && onChange(Number(event.target.value))}
      />
      {unit && <span className="text-quiet">{unit}</span>}
    </span>
  )
}
