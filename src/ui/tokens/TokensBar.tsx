import { Redo2, Undo2 } from 'lucide-react'
import type { TokensModel } from '@/contract'
import { IconButton } from '../editing'
import { NewToken } from './NewToken'

const FORMATS = [
  ['css', 'CSS custom properties'],
  ['scss', 'SCSS'],
  ['ts', 'TypeScript'],
  ['json', 'Design tokens (JSON)'],
] as const

export interface TokensBarProps {
  library: string
  model: TokensModel | undefined
  onStep(what: 'undo' | 'redo'): void
  onAdd: Parameters<typeof NewToken>[0]['onAdd']
  words: string
  onWords(words: string): void
  /** The one type that is shown; empty for all. */
  type: string
  onType(type: string): void
}

/** Undo, filters, and the files that tokens can be had as. */
export function TokensBar({ library, model, onStep, onAdd, words, onWords, type, onType }: TokensBarProps) {
  const types = [...new Set(model?.tokens.map((row) => row.type))].filter(Boolean)
  return (
    <div className="flex flex-wrap items-center gap-2 border-b border-line bg-sheet px-3 py-1">
      <IconButton
        label={model?.undo === undefined ? 'Undo' : `Undo ${model.undo}`}
        disabled={model?.undo === undefined}
        onClick={() => onStep('undo')}
      >
        <Undo2 size={14} aria-hidden />
      </IconButton>
      <IconButton label="Redo" disabled={model?.redo === undefined} onClick={() => onStep('redo')}>
        <Redo2 size={14} aria-hidden />
      </IconButton>
      {model && <NewToken model={model} onAdd={onAdd} />}
      <input
        id="token-filter"
        type="search"
        aria-label="Filter tokens"
        placeholder="Filter by name or value"
        className="field w-56"
        value={words}
        onChange={(event) => onWords(event.target.value)}
      />
      <span className="flex flex-wrap gap-1" role="group" aria-label="Types">
        {types.map((each) => (
          <button
            key={each}
            type="button"
            className="control"
            aria-pressed={type === each}
            onClick={() => onType(type === each ? '' : each)}
          >
            {each}
          </button>
        ))}
      </span>
      <Exports library={library} />
    </div>
  )
}

const Exports = ({ library }: { library: string }) => (
  <>
    <span className="ml-auto text-quiet">Export as</span>
    {FORMATS.map(([format, label]) => (
      <a
        key={format}
        className="control"
        title={label}
        href={`/api/libraries/${library}/tokens/export?format=${format}`}
        download
      >
        {format}
      </a>
    ))}
  </>
)
