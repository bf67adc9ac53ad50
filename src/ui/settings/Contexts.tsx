'use client'

import { X } from 'lucide-react'
import { useState } from 'react'
import { CONTEXTS } from '@/core/contexts'
import { counted } from '@/core/words'
import { IconButton, KEBAB, TextField } from '../editing'
import { Group } from './Group'

type Map = Readonly<Record<string, readonly string[]>>

interface ContextsProps {
  contexts: Map
  /** How many sheets name each. */
  uses: Readonly<Record<string, number>>
  onChange(contexts: Record<string, string[]>): void
}

const valuesIn = (text: string) => text.split(/[,\s]+/).filter(Boolean)
const SEPARATOR = ', '

/** What may surround a component, with its values; the first one is the default. */
export function Contexts({ contexts, uses, onChange }: ContextsProps) {
  const set = (name: string, values: string[] | undefined) => {
    const { [name]: _, ...others } = contexts
    const next = values ? { ...contexts, [name]: values } : others
    onChange(next as Record<string, string[]>)
  }
  return (
    <Group
      title="Contexts"
      about="What can surround a component. The first value is the default; sheets say which contexts multiply their matrix."
    >
      <ul>
        {Object.entries(contexts).map(([name, values]) => (
          <li key={name} className="border-b border-line py-1" data-context={name}>
            <div className="grid grid-cols-[140px_minmax(0,1fr)_auto] items-center gap-2">
              <span className="truncate font-semibold">{name}</span>
              <TextField
                label={`Values of ${name}`}
                value={values.join(SEPARATOR)}
                className="num w-full"
                check={(text) => faultIn(name, valuesIn(text))}
                onDone={(text) => set(name, valuesIn(text))}
              />
              <IconButton label={`Delete the context ${name}`} onClick={() => set(name, undefined)}>
                <X size={12} aria-hidden />
              </IconButton>
            </div>
            <p className="text-quiet">
              {CONTEXTS.get(name)?.about.replaceAll('`', '') ??
                `An attribute of the page’s root, data-${name}, and a modifier of the tokens.`}{' '}
              {uses[name]
                ? `${counted(uses[name], 'component')} of the library ${uses[name] === 1 ? 'has' : 'have'} it in the matrix.`
                : ''}
            </p>
          </li>
        ))}
      </ul>
      <NewContext contexts={contexts} onAdd={set} />
    </Group>
  )
}

/** A context that has an effect of its own begins with its usual values. */
function NewContext({ contexts, onAdd }: { contexts: Map; onAdd(name: string, values: string[]): void }) {
  const [name, setName] = useState('')
  const [values, setValues] = useState('')
  const known = CONTEXTS.get(name)
  const given = valuesIn(values === '' ? (known?.example.join(SEPARATOR) ?? '') : values)
  const fault = name === '' ? '' : (nameFault(name, contexts) ?? faultIn(name, given))
  return (
    <form
      className="mt-2 flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        if (name === '' || fault !== undefined) return
        onAdd(name, given)
        setName('')
        setValues('')
      }}
    >
      <input
        className="field w-40"
        aria-label="Name of the new context"
        placeholder="New context"
        list="known-contexts"
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <datalist id="known-contexts">
        {[...CONTEXTS.keys()]
          .filter((each) => !(each in contexts))
          .map((each) => (
            <option key={each} value={each} />
          ))}
      </datalist>
      <input
        className="field num min-w-40 flex-1"
        aria-label="Values of the new context"
        placeholder={known?.example.join(SEPARATOR) ?? 'day, night'}
        value={values}
        onChange={(event) => setValues(event.target.value)}
      />
      <button type="submit" className="control" disabled={name === '' || fault !== undefined}>
        Add
      </button>
      {fault && <span className="w-full text-miss">{fault}</span>}
    </form>
  )
}

const nameFault = (name: string, contexts: Map): string | undefined =>
  !KEBAB.test(name)
    ? 'The name is kebab-case: a-z, 0-9 and single hyphens'
    : name in contexts
      ? `There is a context ${name} already`
      : undefined

/** Why a context cannot have these values. */
function faultIn(name: string, values: readonly string[]): string | undefined {
  if (values.length === 0) return 'It needs a value'
  const twice = values.find((value, at) => values.indexOf(value) !== at)
  if (twice !== undefined) return `${twice} stands there twice`
  const known = CONTEXTS.get(name)
  const strange = known && values.find((value) => !known.effect(value))
  return strange === undefined ? undefined : `${strange} is no value of ${name}: allowed is ${known!.allowed}`
}
