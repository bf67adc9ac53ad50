'use client'

import { useMemo, useState, type ComponentProps } from 'react'
import type { LibraryFacts, TokenRow, TokensModel } from '@/contract'
import { Alarm } from '../editing'
import { TitleBlock, undoKeys, useKeys } from '../frame'
import { useAsked } from '../hooks'
import { RunProvider } from '../live'
import { TokenDetail } from './TokenDetail'
import { TokensBar } from './TokensBar'
import { TokenTable } from './TokenTable'
import { useTokens } from './useTokens'

export interface TokensProps {
  library: LibraryFacts
  libraries: { id: string; name: string }[]
  /** What stood in the address after the question mark. */
  query: string
}

/** A library's design tokens: what they are in each context, where they are used, what a change would do. */
export function Tokens(props: TokensProps) {
  return (
    <RunProvider library={props.library.id}>
      <div className="flex h-dvh flex-col">
        <Workplace {...props} />
      </div>
    </RunProvider>
  )
}

const KEYS = [
  ['Arrows', 'The token above, below'],
  ['f', 'Filter'],
  ['u or Ctrl Z, r or Ctrl Shift Z', 'Undo, redo'],
  ['Esc', 'Close the token'],
] as const

function Workplace({ library, libraries, query }: TokensProps) {
  const tokens = useTokens(library.id)
  const { model, error, problem, step, selected, setSelected } = tokens
  const [words, setWords] = useState('')
  const [type, setType] = useState('')
  useKeys({
    ...undoKeys(
      () => model?.undo !== undefined && void step('undo'),
      () => model?.redo !== undefined && void step('redo'),
    ),
    f: () => document.querySelector<HTMLInputElement>('#token-filter')?.focus(),
    Escape: () => setSelected(undefined),
  })
  const rows = useMemo(() => filtered(model, words, type), [model, words, type])
  const row = model?.tokens.find(({ path }) => path === selected)
  useAsked(query, 'token', setSelected)
  return (
    <>
      <TitleBlock page="tokens" library={library} libraries={libraries} keys={KEYS} />
      <h1 className="sr-only">{library.name}, tokens</h1>
      <TokensBar
        {...{ model, words, type }}
        library={library.id}
        onStep={(what) => void step(what)}
        onAdd={tokens.add}
        onWords={setWords}
        onType={setType}
      />
      <Alarm text={problem} />
      {model && model.issues.length > 0 && <Issues issues={model.issues} onSelect={setSelected} />}
      <main className="relative flex min-h-0 flex-1">
        {error && (
          <p role="alert" className="p-4 text-miss">
            {error.message}
          </p>
        )}
        {!model && !error && <p className="p-4 text-quiet">Loading …</p>}
        {model && (
          <TokenList
            {...{ model, rows, selected }}
            onSelect={setSelected}
            onRenameGroup={(from, to) => void tokens.renameGroup(from, to)}
          />
        )}
        {model && row && (
          <TokenDetail
            key={row.path}
            {...{ model, row }}
            library={library.id}
            onSelect={setSelected}
            onSave={tokens.save}
            onRename={(to) => tokens.rename(row.path, to)}
            onRemove={() => tokens.remove(row.path)}
            onClose={() => setSelected(undefined)}
          />
        )}
      </main>
    </>
  )
}

function TokenList({ model, ...rest }: { model: TokensModel } & Omit<ComponentProps<typeof TokenTable>, 'columns'>) {
  if (model.tokens.length === 0)
    return (
      <p className="p-4 text-quiet">
        This library has no tokens yet. Make the first one with New token, or name token files or a resolver document
        under “tokens” in library.yaml.
      </p>
    )
  return (
    <div className="flex min-w-0 flex-1 flex-col">
      <TokenTable columns={model.columns} {...rest} />
    </div>
  )
}

/** Tokens whose name or value holds all of some words. */
function filtered(model: TokensModel | undefined, words: string, type: string): TokenRow[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
  const textOf = ({ path, cells }: TokenRow) =>
    `${path} ${cells.map((cell) => `${cell?.text} ${cell?.css}`).join(' ')}`.toLowerCase()
  return (model?.tokens ?? []).filter(
    (row) => (type === '' || row.type === type) && wanted.every((word) => textOf(row).includes(word)),
  )
}

function Issues({ issues, onSelect }: { issues: TokensModel['issues']; onSelect(path: string): void }) {
  return (
    <ul className="max-h-32 overflow-auto border-b border-line px-3 py-1" aria-label="What is wrong with tokens">
      {issues.map(({ code, message, file, line, path }, at) => (
        <li key={at} data-lint={code}>
          <button
            type="button"
            className="num mr-2 text-miss underline underline-offset-2"
            onClick={() => onSelect(path)}
          >
            {path || code}
          </button>
          {message}{' '}
          <span className="num text-quiet">
            {file}:{line}
          </span>
        </li>
      ))}
    </ul>
  )
}
