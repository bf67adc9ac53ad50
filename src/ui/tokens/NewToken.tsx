'use client'

import { Plus } from 'lucide-react'
import { Popover } from 'radix-ui'
import { useState } from 'react'
import type { TokensModel } from '@/contract'
import { pathFault, readTokenText } from '@/core/tokens'
import { Choice } from '../editing'
import { Suggest } from '../survey'
import { ValuePicker } from './ValuePicker'

// What is asked of each type that can be begun with.
const STARTS: readonly (readonly [type: string, value: string])[] = [
  ['color', '#4a6b5d'],
  ['dimension', '8px'],
  ['duration', '180ms'],
  ['cubicBezier', '0.2, 0, 0, 1'],
  ['number', '1'],
  ['fontWeight', '600'],
  ['fontFamily', 'sans-serif'],
]

/** Makes a token: its name in groups, its type and its value. */
export function NewToken({
  model,
  onAdd,
}: {
  model: TokensModel
  /** @returns what is wrong with it; undefined when it is there */
  onAdd(path: string, type: string, text: string): Promise<string | undefined>
}) {
  const [isOpen, setOpen] = useState(false)
  return (
    <Popover.Root open={isOpen} onOpenChange={setOpen}>
      <Popover.Trigger className="control">
        <Plus size={13} aria-hidden />
        New token
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={2}
          className="floating w-[380px] p-3"
          collisionPadding={8}
          aria-label="New token"
          // A list of suggestions that is open is closed first.
          onEscapeKeyDown={(event) =>
            (event.target as Element).getAttribute('aria-expanded') === 'true' && event.preventDefault()
          }
        >
          <NewTokenForm
            model={model}
            onAdd={async (...given) => {
              const problem = await onAdd(...given)
              if (problem === undefined) setOpen(false)
              return problem
            }}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

function NewTokenForm({ model, onAdd }: Parameters<typeof NewToken>[0]) {
  const [path, setPath] = useState('')
  const [type, setType] = useState('color')
  const [text, setText] = useState(STARTS[0]![1])
  const [problem, setProblem] = useState<string>()
  const taken = model.tokens.some((each) => each.path === path)
  const nameFault = path === '' ? undefined : taken ? `There is a token called ${path} already` : pathFault(path)
  const read = readTokenText(text, type, undefined)
  const valueFault = 'problem' in read ? `Expected ${read.problem}` : undefined
  const canAdd = path !== '' && nameFault === undefined && valueFault === undefined
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        if (canAdd) void onAdd(path, type, text).then(setProblem)
      }}
    >
      <Suggest
        autoFocus
        label="Name of the new token"
        placeholder="color.pine.600"
        value={path}
        isInvalid={nameFault !== undefined}
        suggest={(before) => groups(model, before)}
        onType={setPath}
      />
      <Choice
        label="Type"
        value={type}
        options={STARTS.map(([each]) => [each, each])}
        onChoose={(next) => {
          setType(next)
          setText(STARTS.find(([each]) => each === next)![1])
        }}
      />
      <Suggest
        label="Value"
        value={text}
        isInvalid={valueFault !== undefined}
        suggest={(before) => aliases(model, type, before)}
        onType={setText}
      />
      <ValuePicker label="Value" {...{ type, text }} onPick={setText} />
      <p role="status" className="min-h-5 text-miss">
        {nameFault ?? valueFault ?? problem}
      </p>
      <button type="submit" className="control self-start" disabled={!canAdd}>
        Add token
      </button>
    </form>
  )
}

/** The groups that there are, as a name begins. */
function groups({ tokens }: TokensModel, before: string) {
  if (before === '') return []
  const names = new Set(
    tokens.flatMap(({ path }) => {
      const steps = path.split('.')
      return steps.slice(1).map((_, at) => `${steps.slice(0, at + 1).join('.')}.`)
    }),
  )
  return [...names]
    .filter((name) => name.startsWith(before) && name !== before)
    .slice(0, 20)
    .map((text) => ({ text, from: 0, detail: '' }))
}

/** Tokens of a type, once a brace has been typed. */
export function aliases({ tokens }: TokensModel, type: string, before: string, own?: string) {
  const brace = /^\{([^{}]*)$/.exec(before)
  if (!brace) return []
  return tokens
    .filter((each) => each.type === type && each.path !== own && each.path.includes(brace[1]!))
    .slice(0, 40)
    .map(({ path, cells }) => {
      const css = cells.find(Boolean)?.css ?? ''
      return { text: `{${path}}`, from: 0, detail: css, css, type }
    })
}
