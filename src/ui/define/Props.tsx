'use client'

import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { parse } from 'yaml'
import type { Prop, Sheet } from '@/core/sheet'
import { printFlow } from '@/core/yaml'
import { Choice, Flip, IconButton, nameCheck, NewName, TextField, type Defining } from '../editing'

const TYPES = (['flag', 'text', 'number', 'choice', 'colour', 'data'] as const).map((type) => [type, type] as const)

/** What a prop starts with when it gets this type. */
const STARTS: Record<Prop['type'], object> = {
  flag: { type: 'flag', default: false },
  text: { type: 'text', default: '' },
  number: { type: 'number', default: 0 },
  choice: { type: 'choice', values: ['first', 'second'], default: 'first' },
  colour: { type: 'colour', default: '#1e6049' },
  data: { type: 'data', default: [] },
}

/** The inputs of a component. */
export function Props({ sheet, defining: { edit, rename } }: { sheet: Sheet; defining: Defining }) {
  const names = Object.keys(sheet.data.props)
  const [type, setType] = useState<string>('text')
  return (
    <>
      {names.length === 0 && (
        <p className="pb-2 text-quiet">No props yet. A prop is something that users of the component can set.</p>
      )}
      {names.map((name) => (
        <PropRow key={name} {...{ sheet, name, names, edit, rename }} />
      ))}
      <div className="flex items-center gap-1 border-t border-line-strong pt-2">
        <NewName
          label="Name of a new prop"
          placeholder="New prop"
          taken={names}
          onAdd={(name) => edit([{ do: 'set', path: ['props', name], value: STARTS[type as Prop['type']] }])}
        />
        <Choice label="Type of the new prop" value={type} options={TYPES} onChoose={setType} />
      </div>
    </>
  )
}

interface PropRowProps extends Pick<Defining, 'edit' | 'rename'> {
  sheet: Sheet
  name: string
  names: readonly string[]
}

function PropRow({ sheet, name, names, edit, rename }: PropRowProps) {
  const prop = sheet.data.props[name]!
  const set = (key: string, value: unknown) =>
    edit([
      value === undefined || value === ''
        ? { do: 'remove', path: ['props', name, key] }
        : { do: 'set', path: ['props', name, key], value },
    ])
  return (
    <fieldset className="min-w-0 border-t border-line py-1" data-prop={name}>
      <legend className="sr-only">Prop {name}</legend>
      <div className="flex items-center gap-1">
        <TextField
          label={`Name of prop ${name}`}
          value={name}
          check={nameCheck(names)}
          className="w-36 font-semibold"
          onDone={(to) => rename({ what: 'prop', from: name, to })}
        />
        <Choice
          label={`Type of ${name}`}
          value={prop.type}
          options={TYPES}
          onChoose={(next) =>
            edit([
              {
                do: 'set',
                path: ['props', name],
                value: { ...STARTS[next as Prop['type']], ...(prop.about && { about: prop.about }) },
              },
            ])
          }
          className="w-20"
        />
        <Default name={name} prop={prop} onSet={(value) => set('default', value)} />
        <IconButton label={`Remove prop ${name}`} onClick={() => edit([{ do: 'remove', path: ['props', name] }])}>
          <Trash2 size={13} aria-hidden />
        </IconButton>
      </div>
      <div className="flex items-center gap-1 pt-1">
        <TextField
          label={`About ${name}`}
          placeholder="What it does"
          value={prop.about ?? ''}
          className="min-w-0 flex-1"
          onDone={(text) => set('about', text)}
        />
        <Limits name={name} prop={prop} onSet={set} />
        <OnlyIf name={name} prop={prop} sheet={sheet} onSet={(value) => set('only-if', value)} />
      </div>
    </fieldset>
  )
}

function Default({ name, prop, onSet }: { name: string; prop: Prop; onSet(value: unknown): void }) {
  const label = `Default of ${name}`
  switch (prop.type) {
    case 'flag':
      return (
        <span className="flex-1">
          <Flip label={label} value={prop.default ?? false} onFlip={onSet} />
        </span>
      )
    case 'choice':
      return (
        <Choice
          label={label}
          value={String(prop.default ?? '')}
          options={[
            ...(prop.default === undefined ? [['', 'none'] as const] : []),
            ...prop.values.map((value) => [String(value), String(value)] as const),
          ].filter(([value]) => value !== '')}
          onChoose={(text) => onSet(prop.values.find((value) => String(value) === text))}
          className="min-w-0 flex-1"
        />
      )
    case 'number':
      return (
        <TextField
          label={label}
          value={prop.default === undefined ? '' : String(prop.default)}
          check={(text) => (Number.isNaN(Number(text)) ? 'A number' : undefined)}
          className="num min-w-0 flex-1"
          onDone={(text) => onSet(text === '' ? undefined : Number(text))}
        />
      )
    case 'colour':
      return (
        <span className="flex min-w-0 flex-1 items-center gap-1">
          <span aria-hidden className="size-4 border border-line-strong" style={{ background: prop.default }} />
          <TextField label={label} value={prop.default ?? ''} className="num min-w-0 flex-1" onDone={onSet} />
        </span>
      )
    case 'data':
      return (
        <TextField
          label={label}
          value={prop.default === undefined ? '' : printFlow(prop.default)}
          check={yamlFault}
          className="num min-w-0 flex-1"
          onDone={(text) => onSet(text === '' ? undefined : parse(text, { version: '1.2' }))}
        />
      )
    case 'text':
      return <TextField label={label} value={prop.default ?? ''} className="min-w-0 flex-1" onDone={onSet} />
  }
}

function yamlFault(text: string): string | undefined {
  try {
    parse(text, { version: '1.2' })
    return undefined
  } catch (error) {
    return (error as Error).message.split('\n')[0]
  }
}

const LIMITS = { number: ['min', 'max', 'step', 'unit'], text: ['max-length'] } as const

function Limits({ name, prop, onSet }: { name: string; prop: Prop; onSet(key: string, value: unknown): void }) {
  if (prop.type === 'choice') {
    return (
      <TextField
        label={`Values of ${name}`}
        value={prop.values.join(', ')}
        className="num w-40"
        onDone={(text) => onSet('values', text.split(/\s*,\s*/).filter(Boolean))}
      />
    )
  }
  if (prop.type !== 'number' && prop.type !== 'text') return null
  return LIMITS[prop.type].map((key) => (
    <TextField
      key={key}
      label={`${key} of ${name}`}
      placeholder={key}
      title={key}
      value={String((prop as Record<string, unknown>)[key] ?? '')}
      check={(text) => (key !== 'unit' && Number.isNaN(Number(text)) ? 'A number' : undefined)}
      className={`num ${key === 'max-length' ? 'w-24' : 'w-12'}`}
      onDone={(text) => onSet(key, text === '' ? undefined : key === 'unit' ? text : Number(text))}
    />
  ))
}

/** The prop has an effect only while another has a value. */
function OnlyIf({ name, prop, sheet, onSet }: { name: string; prop: Prop; sheet: Sheet; onSet(value: unknown): void }) {
  const others = Object.entries(sheet.data.props).filter(([other]) => other !== name)
  const [given] = Object.entries(prop['only-if'] ?? {})
  const options = others.flatMap(([other, { type, ...rest }]) => {
    const values =
      type === 'flag' ? ['true', 'false'] : type === 'choice' ? (rest as { values: unknown[] }).values.map(String) : []
    return values.map(
      (value) =>
        [
          `${other}=${value}`,
          type === 'flag'
            ? value === 'true'
              ? `only if ${other}`
              : `only if not ${other}`
            : `only if ${other} is ${value}`,
        ] as const,
    )
  })
  const value = given ? `${given[0]}=${String(given[1][0])}` : 'always'
  if (options.length === 0) return null
  return (
    <Choice
      label={`When ${name} has an effect`}
      value={value}
      options={[['always', 'always'], ...options]}
      onChoose={(next) => {
        const [other = '', text = ''] = next.split('=')
        onSet(next === 'always' ? undefined : { [other]: text === 'true' ? true : text === 'false' ? false : text })
      }}
      className="w-28"
    />
  )
}
