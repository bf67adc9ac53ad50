'use client'

import { Copy, Trash2 } from 'lucide-react'
import { Popover } from 'radix-ui'
import { useMemo, useState } from 'react'
import { countCases, spaceOf } from '@/core/matrix'
import { readSheet, type Axis, type Sheet } from '@/core/sheet'
import { editYaml, readYaml, type YamlEdit } from '@/core/yaml'
import { counted } from '@/core/words'
import { addValue, reachRows, removeValue, setDefault, setOf } from './axisEdits'
import { Exclusions } from './Exclusions'
import { Choice, IconButton, nameCheck, NewName, TextField, VALUE, type Defining } from '../editing'
import { NewAxis } from './NewAxis'
import { ReachEditor } from './ReachEditor'

const KINDS = [
  ['variant', 'variant'],
  ['size', 'size'],
  ['state', 'state'],
] as const

/** Above this a run takes minutes, and nobody looks at every case. */
const MANY_CASES = 2000

/** The axes that a component varies on: values, how each is reached, and how many cases they give. */
export function Axes({ sheet, defining, onPoint }: { sheet: Sheet; defining: Defining; onPoint: PointAtPart }) {
  const { edit, rename, texts, definition } = defining
  const text = texts[sheet.file]!
  const raw = useMemo(() => readYaml(text, sheet.file).value, [text, sheet.file])
  // What would be there if what is being typed were taken.
  const [pending, setPending] = useState<readonly YamlEdit[]>([])
  const count = useCount(text, sheet, definition!.contexts, pending)
  const names = sheet.axes.map(({ name }) => name)
  const taken = [...names, ...Object.keys(definition!.contexts)]
  return (
    <>
      <Count {...count} sheet={sheet} edit={edit} />
      {sheet.axes.map((axis) => (
        <AxisRow key={axis.name} {...{ sheet, axis, raw, taken, edit, rename, onPoint }} onPending={setPending} />
      ))}
      <NewAxis taken={taken} sheet={sheet} edit={edit} />
      <Exclusions sheet={sheet} edit={edit} />
    </>
  )
}

function useCount(text: string, sheet: Sheet, contexts: Record<string, string[]>, pending: readonly YamlEdit[]) {
  return useMemo(() => {
    const library = { data: { contexts } } as Parameters<typeof spaceOf>[1]
    const now = countCases(spaceOf(sheet, library))
    if (pending.length === 0) return { now }
    try {
      const then = readSheet(editYaml(text, pending), sheet.file).sheet
      return then ? { now, then: countCases(spaceOf(then, library)) } : { now }
    } catch {
      return { now } // what is being typed is no name yet
    }
  }, [text, sheet, contexts, pending])
}

function Count({ now, then, sheet, edit }: { now: Counted; then?: Counted; sheet: Sheet; edit: Defining['edit'] }) {
  const shown = then ?? now
  const isMany = shown.all > MANY_CASES && sheet.data.cover === 'all'
  return (
    <div className="mb-2 flex flex-wrap items-baseline gap-x-3" aria-live="polite">
      <span data-testid="case-count">
        <span className="num text-base">{counted(now.all, 'case')}</span>
        {then && (
          <span className={isMany ? 'text-miss' : ''}>
            {' '}
            → <span className="num text-base">{then.all.toLocaleString('en')}</span>
          </span>
        )}
      </span>
      <span className="ml-auto inline-flex items-center gap-1 text-quiet">
        a run takes
        <Choice
          label="Cases that a run tests"
          value={sheet.data.cover}
          options={[
            ['all', `all of them`],
            ['pairs', `${shown.pairs.toLocaleString('en')} with every pair of values`],
            ['each', `${shown.each.toLocaleString('en')} with every value`],
          ]}
          onChoose={(cover) => edit([{ do: 'set', path: ['cover'], value: cover }])}
        />
      </span>
      {isMany && (
        <p role="alert" className="w-full text-miss">
          That is too many to look at.{' '}
          <button
            type="button"
            className="underline"
            onClick={() => edit([{ do: 'set', path: ['cover'], value: 'pairs' }])}
          >
            Let a run take {shown.pairs.toLocaleString('en')} that cover every pair
          </button>
        </p>
      )}
    </div>
  )
}

type Counted = ReturnType<typeof countCases>

interface AxisRowProps extends Omit<ValueProps, 'value'> {
  taken: readonly string[]
  /** What is being typed would change this. */
  onPending(edits: readonly YamlEdit[]): void
}

function AxisRow({ sheet, axis, raw, taken, edit, rename, onPoint, onPending }: AxisRowProps) {
  return (
    <fieldset className="mb-3 min-w-0 border-t border-line-strong pt-1" data-axis={axis.name}>
      <legend className="sr-only">Axis {axis.name}</legend>
      <div className="flex items-center gap-1 pb-1">
        <TextField
          label={`Name of axis ${axis.name}`}
          value={axis.name}
          check={nameCheck(taken)}
          className="w-36 font-semibold"
          onDone={(to) => rename({ what: 'axis', from: axis.name, to })}
        />
        <Choice
          label={`Kind of ${axis.name}`}
          value={axis.of}
          options={KINDS}
          onChoose={(of) => edit(setOf(raw, axis, of as Axis['of']))}
        />
        <span className="ml-auto text-quiet">default</span>
        <Choice
          label={`Default of ${axis.name}`}
          value={axis.default}
          options={axis.values.map((value) => [value, value])}
          onChoose={(value) => edit(setDefault(raw, axis, value))}
          className="w-28"
        />
        <IconButton
          label={`Remove axis ${axis.name}`}
          onClick={() => edit([{ do: 'remove', path: ['axes', axis.name] }])}
        >
          <Trash2 size={13} aria-hidden />
        </IconButton>
      </div>
      <ul>
        {axis.values.map((value) => (
          <Value key={value} {...{ sheet, axis, value, raw, edit, rename, onPoint }} />
        ))}
      </ul>
      <div className="flex items-center gap-1 pt-px">
        <NewName
          label={`New value of ${axis.name}`}
          placeholder="New value"
          taken={axis.values}
          pattern={VALUE}
          className="w-28"
          onType={(value) => onPending(value ? addValue(raw, sheet, axis, value) : [])}
          onAdd={(value) => {
            onPending([])
            edit(addValue(raw, sheet, axis, value))
          }}
        />
      </div>
    </fieldset>
  )
}

interface ValueProps {
  sheet: Sheet
  axis: Axis
  value: string
  raw: unknown
  edit: Defining['edit']
  rename: Defining['rename']
  onPoint: PointAtPart
}

/** Lets a part be pointed at in the picture; `done` gets its name. */
export type PointAtPart = (done: (part: string) => void) => void

function Value({ sheet, axis, value, raw, edit, rename, onPoint }: ValueProps) {
  const rows = reachRows(axis.reaches[value] ?? [])
  const copyName = `${value}-copy`
  return (
    <li className="flex items-center gap-1 py-px" data-value={value}>
      <TextField
        label={`Value ${value} of ${axis.name}`}
        value={value}
        check={nameCheck(axis.values, VALUE)}
        className="w-28"
        onDone={(to) => rename({ what: 'value', axis: axis.name, from: value, to })}
      />
      <Popover.Root>
        <Popover.Trigger
          className="field num min-w-0 flex-1 truncate text-left"
          aria-label={`How ${value} of ${axis.name} is reached`}
        >
          {rows.length === 0 ? <span className="text-quiet">as it is</span> : rows.map(rowText).join(', ')}
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content align="end" sideOffset={2} className="floating w-[460px] p-3" collisionPadding={8}>
            <ReachEditor {...{ sheet, axis, value, raw, edit, onPoint }} />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      <IconButton
        label={`Copy ${value} to a new value`}
        onClick={() => edit(addValue(raw, sheet, axis, copyName, value))}
      >
        <Copy size={13} aria-hidden />
      </IconButton>
      <IconButton
        label={`Remove value ${value} of ${axis.name}`}
        disabled={axis.values.length === 1}
        onClick={() => edit(removeValue(raw, axis, value))}
      >
        <Trash2 size={13} aria-hidden />
      </IconButton>
    </li>
  )
}

const rowText = ({ kind, name, value, on }: ReturnType<typeof reachRows>[number]) => {
  const place = on ? ` on ${on}` : ''
  if (kind === 'pseudo') return `:${name}${place}`
  if (kind === 'class') return `.${name}${place}`
  if (kind === 'steps') return `${(value as unknown[]).length} steps`
  const shown = typeof value === 'object' ? JSON.stringify(value) : String(value)
  return `${kind === 'attr' ? `[${name}=${shown}]` : `${name}: ${shown}`}${place}`
}
