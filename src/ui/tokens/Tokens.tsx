'use client'

import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Redo2, Undo2 } from 'lucide-react'
import { useCallback, useMemo, useState } from 'react'
import type { z } from 'zod'
import { ROUTES, type LibraryFacts, type TypedEdit } from '@/contract'
import { IconButton } from '../editing'
import { TitleBlock, useKeys, type Findable } from '../frame'
import { call, RunProvider, useLibraryEvents } from '../live'
import { TokenDetail } from './TokenDetail'
import { TokenTable } from './TokenTable'

export interface TokensProps {
  library: LibraryFacts
  libraries: { id: string; name: string }[]
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
  ['u and r', 'Undo and redo'],
  ['Esc', 'Close the token'],
] as const

const FORMATS = [
  ['css', 'CSS custom properties'],
  ['scss', 'SCSS'],
  ['ts', 'TypeScript'],
  ['json', 'Design tokens (JSON)'],
] as const

function Workplace({ library, libraries }: TokensProps) {
  const client = useQueryClient()
  const {
    data: model,
    error,
    refetch,
  } = useQuery({
    queryKey: ['tokens', library.id],
    queryFn: () => call(ROUTES.tokens, { library: library.id }),
    staleTime: 0,
  })
  const [words, setWords] = useState('')
  const [type, setType] = useState('')
  const [selected, setSelected] = useState<string>()
  const [problem, setProblem] = useState<string>()
  useLibraryEvents(library.id, () => void refetch())
  const post = useCallback(
    async (given: z.input<(typeof ROUTES.changeTokens)['given']>): Promise<string | undefined> => {
      try {
        await call(ROUTES.changeTokens, { library: library.id }, { given })
        await refetch()
        void client.invalidateQueries({ queryKey: ['states', library.id] })
        return undefined
      } catch (failure) {
        return (failure as Error).message
      }
    },
    [refetch, client, library.id],
  )
  const step = async (what: 'undo' | 'redo') => setProblem(await post({ do: what }))
  useKeys({
    u: () => model?.undo !== undefined && void step('undo'),
    r: () => model?.redo !== undefined && void step('redo'),
    f: () => document.querySelector<HTMLInputElement>('#token-filter')?.focus(),
    Escape: () => setSelected(undefined),
  })
  const rows = useMemo(() => {
    const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
    return (
      model?.tokens.filter(
        (row) =>
          (type === '' || row.type === type) &&
          wanted.every((word) =>
            `${row.path} ${row.cells.map((cell) => `${cell?.text} ${cell?.css}`).join(' ')}`
              .toLowerCase()
              .includes(word),
          ),
      ) ?? []
    )
  }, [model, words, type])
  const types = useMemo(() => [...new Set(model?.tokens.map((row) => row.type))].filter(Boolean), [model])
  const row = model?.tokens.find(({ path }) => path === selected)
  const findables = useCallback(
    (): Findable[] =>
      model?.tokens.map(({ path, cells }) => ({
        kind: 'token',
        label: path,
        detail: cells.find(Boolean)?.css ?? '',
        go: () => setSelected(path),
      })) ?? [],
    [model],
  )
  return (
    <>
      <TitleBlock library={library} libraries={libraries} keys={KEYS} findables={findables} />
      <h1 className="sr-only">{library.name}, tokens</h1>
      <div className="flex flex-wrap items-center gap-2 border-b border-line bg-sheet px-3 py-1">
        <IconButton
          label={model?.undo === undefined ? 'Undo' : `Undo ${model.undo}`}
          disabled={model?.undo === undefined}
          onClick={() => void step('undo')}
        >
          <Undo2 size={14} aria-hidden />
        </IconButton>
        <IconButton label="Redo" disabled={model?.redo === undefined} onClick={() => void step('redo')}>
          <Redo2 size={14} aria-hidden />
        </IconButton>
        <input
          id="token-filter"
          type="search"
          aria-label="Filter tokens"
          placeholder="Filter by name or value"
          className="field w-56"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <span className="flex flex-wrap gap-1" role="group" aria-label="Types">
          {types.map((each) => (
            <button
              key={each}
              type="button"
              className="control"
              aria-pressed={type === each}
              onClick={() => setType(type === each ? '' : each)}
            >
              {each}
            </button>
          ))}
        </span>
        <span className="ml-auto text-quiet">Export as</span>
        {FORMATS.map(([format, label]) => (
          <a
            key={format}
            className="control"
            title={label}
            href={`/api/libraries/${library.id}/tokens/export?format=${format}`}
            download
          >
            {format}
          </a>
        ))}
      </div>
      {problem !== undefined && (
        <p role="alert" className="border-b border-line px-3 py-1 whitespace-pre-wrap text-miss">
          {problem}
        </p>
      )}
      {model && model.issues.length > 0 && (
        <ul className="max-h-32 overflow-auto border-b border-line px-3 py-1" aria-label="What is wrong with tokens">
          {model.issues.map(({ code, message, file, line, path }, at) => (
            <li key={at} data-lint={code}>
              <button
                type="button"
                className="num mr-2 text-miss underline underline-offset-2"
                onClick={() => setSelected(path)}
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
      )}
      <main className="flex min-h-0 flex-1">
        {error && (
          <p role="alert" className="p-4 text-miss">
            {error.message}
          </p>
        )}
        {!model && !error && <p className="p-4 text-quiet">Loading …</p>}
        {model && model.tokens.length === 0 && (
          <p className="p-4 text-quiet">
            This library has no tokens yet. Name its token files or a resolver document under “tokens” in library.yaml.
          </p>
        )}
        {model && model.tokens.length > 0 && (
          <div className="flex min-w-0 flex-1 flex-col">
            <TokenTable
              columns={model.columns}
              rows={rows}
              {...(selected !== undefined && { selected })}
              onSelect={setSelected}
            />
          </div>
        )}
        {model && row && (
          <TokenDetail
            key={row.path}
            library={library.id}
            model={model}
            row={row}
            onSelect={setSelected}
            onSave={(edits: readonly TypedEdit[]) => post({ do: 'save', edits: [...edits] })}
            onClose={() => setSelected(undefined)}
          />
        )}
      </main>
    </>
  )
}
