'use client'

import { Trash2 } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { parse } from 'yaml'
import type { Sheet } from '@/core/sheet'
import { printFlow } from '@/core/yaml'
import { Flip, IconButton, nameCheck, NewName, TextField, type Defining } from '../editing'

/** The places that other components or text may fill, and the events that a component sends. */
export function Slots({ sheet, defining }: { sheet: Sheet; defining: Defining }) {
  const { edit, rename, definition } = defining
  const names = Object.keys(sheet.data.slots)
  return (
    <>
      {names.length === 0 && (
        <p className="pb-2 text-quiet">No slots yet. A slot is a place that another component, or text, may fill.</p>
      )}
      {names.map((name) => (
        <SlotRow
          key={name}
          {...{ name, names, edit, rename }}
          slot={sheet.data.slots[name]!}
          components={definition!.components}
        />
      ))}
      <div className="flex items-center gap-1 border-t border-line-strong pt-2">
        <NewName
          label="New slot"
          taken={names}
          onAdd={(name) =>
            edit([{ do: 'set', path: ['slots', name], value: { accepts: 'any', text: true, default: 'none' } }])
          }
        />
      </div>
      <Events sheet={sheet} edit={edit} rename={rename} />
    </>
  )
}

interface SlotProps extends Pick<Defining, 'edit'> {
  name: string
  slot: Sheet['data']['slots'][string]
  /** All components of the library. */
  components: readonly string[]
}

function SlotRow({
  name,
  names,
  slot,
  components,
  edit,
  rename,
}: SlotProps & Pick<Defining, 'rename'> & { names: readonly string[] }) {
  const path = ['slots', name]
  return (
    <fieldset className="min-w-0 border-t border-line py-1" data-slot={name}>
      <legend className="sr-only">Slot {name}</legend>
      <div className="flex items-center gap-1">
        <TextField
          label={`Name of slot ${name}`}
          value={name}
          check={nameCheck(names)}
          className="w-36 font-semibold"
          onDone={(to) => rename({ what: 'slot', from: name, to })}
        />
        <Accepts
          accepts={slot.accepts}
          components={components}
          name={name}
          onSet={(accepts) => edit([{ do: 'set', path: [...path, 'accepts'], value: accepts }])}
        />
        <label className="inline-flex items-center gap-1 text-quiet">
          text
          <Flip
            label={`Slot ${name} takes text`}
            value={slot.text}
            onFlip={(text) => edit([{ do: 'set', path: [...path, 'text'], value: text }])}
          />
        </label>
        <span className="ml-auto" />
        <IconButton label={`Remove slot ${name}`} onClick={() => edit([{ do: 'remove', path }])}>
          <Trash2 size={13} aria-hidden />
        </IconButton>
      </div>
      <Filling {...{ name, slot, components, edit }} />
    </fieldset>
  )
}

/** What fills a slot where nobody says, and what the slot is for. */
function Filling({ name, slot, components, edit }: SlotProps) {
  const path = ['slots', name]
  const isOn = slot.default !== 'none'
  const show = typeof slot.default === 'string' ? slot.default : printFlow(slot.default)
  return (
    <div className="flex items-center gap-1 pt-1">
      <label className="inline-flex items-center gap-1 text-quiet">
        filled
        <Flip
          label={`Slot ${name} is filled`}
          value={isOn}
          onFlip={(on) =>
            edit([
              {
                do: 'set',
                path: [...path, 'default'],
                value: on ? firstOf(slot.accepts, components, slot.text) : 'none',
              },
            ])
          }
        />
      </label>
      {isOn && (
        <TextField
          label={`What fills ${name}`}
          value={show}
          title={show}
          className="num min-w-0 flex-[3]"
          onDone={(text) => edit([{ do: 'set', path: [...path, 'default'], value: readFilling(text) }])}
        />
      )}
      <TextField
        label={`About slot ${name}`}
        placeholder="What it is for"
        value={slot.about ?? ''}
        className="min-w-0 flex-1"
        onDone={(text) => edit([{ do: 'set', path: [...path, 'about'], value: text }])}
      />
    </div>
  )
}

function firstOf(accepts: 'any' | readonly string[], components: readonly string[], takesText: boolean): unknown {
  if (takesText) return { text: 'Text' }
  return accepts === 'any' ? (components[0] ?? 'none') : (accepts[0] ?? 'none')
}

function readFilling(text: string): unknown {
  try {
    const read = parse(text, { version: '1.2' }) as unknown
    return typeof read === 'object' && read !== null ? read : text
  } catch {
    return text
  }
}

function Accepts({
  accepts,
  components,
  name,
  onSet,
}: {
  accepts: 'any' | readonly string[]
  components: readonly string[]
  name: string
  onSet(accepts: 'any' | string[]): void
}) {
  const chosen = accepts === 'any' ? [] : accepts
  const flip = (slug: string, on: boolean) => {
    const next = on ? [...chosen, slug] : chosen.filter((each) => each !== slug)
    onSet(next.length === 0 ? 'any' : next)
  }
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="field max-w-44 truncate" aria-label={`Components that ${name} accepts`}>
        {accepts === 'any' ? 'any component' : accepts.join(', ') || 'no component'}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="floating max-h-72 overflow-auto py-1" align="start" sideOffset={2}>
          <DropdownMenu.Item className="floating-item" onSelect={() => onSet('any')}>
            any component
          </DropdownMenu.Item>
          {components.map((slug) => (
            <DropdownMenu.CheckboxItem
              key={slug}
              className="floating-item"
              checked={chosen.includes(slug)}
              onCheckedChange={(on) => flip(slug, on)}
              onSelect={(event) => event.preventDefault()}
            >
              <span
                aria-hidden
                className={`size-2 border border-line-strong ${chosen.includes(slug) ? 'bg-ink' : ''}`}
              />
              {slug}
            </DropdownMenu.CheckboxItem>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

function Events({ sheet, edit, rename }: { sheet: Sheet } & Pick<Defining, 'edit' | 'rename'>) {
  const names = Object.keys(sheet.data.events)
  return (
    <section aria-label="Events" className="mt-4">
      <h3 className="text-quiet">Events</h3>
      {names.map((name) => (
        <div key={name} className="flex items-center gap-1 border-t border-line py-1" data-event={name}>
          <TextField
            label={`Name of event ${name}`}
            value={name}
            check={nameCheck(names, /^\S+$/)}
            className="w-36 font-semibold"
            onDone={(to) => rename({ what: 'event', from: name, to })}
          />
          <TextField
            label={`About event ${name}`}
            placeholder="When it is sent"
            value={sheet.data.events[name]?.about ?? ''}
            className="min-w-0 flex-1"
            onDone={(about) => edit([{ do: 'set', path: ['events', name], value: about ? { about } : {} }])}
          />
          <IconButton label={`Remove event ${name}`} onClick={() => edit([{ do: 'remove', path: ['events', name] }])}>
            <Trash2 size={13} aria-hidden />
          </IconButton>
        </div>
      ))}
      <div className="flex items-center gap-1 border-t border-line-strong pt-2">
        <NewName
          label="New event"
          taken={names}
          pattern={/^\S+$/}
          onAdd={(name) => edit([{ do: 'set', path: ['events', name], value: {} }])}
        />
      </div>
    </section>
  )
}
