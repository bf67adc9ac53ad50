'use client'

import { useEffect, useMemo, useState } from 'react'
import type { TokenCell, TokenRow, TokensModel, TypedEdit } from '@/contract'
import { readTokenText } from '@/core/tokens'
import { SourceLines, Suggest } from '../survey'
import { Contrasts } from './Contrasts'
import { Effects } from './Effects'
import { aliases } from './NewToken'
import { TokenFigure } from './TokenFigure'
import { TokenHead } from './TokenHead'
import { TokenUses } from './TokenUses'
import { ValuePicker } from './ValuePicker'

export interface TokenDetailProps {
  library: string
  model: TokensModel
  row: TokenRow
  onSelect(path: string): void
  onSave(edits: readonly TypedEdit[]): Promise<string | undefined>
  onRename(to: string): Promise<string | undefined>
  onRemove(): Promise<string | undefined>
  onClose(): void
}

/** One token: its value in each context, to be changed in place; what it stands for, where it is used, what would change. */
export function TokenDetail(props: TokenDetailProps) {
  const { library, model, row, onSelect, onSave, onRename, onRemove, onClose } = props
  const [typed, setTyped] = useState<Readonly<Record<number, string>>>({})
  const [problem, setProblem] = useState<string>()
  // The row is made anew whenever anything of the library changes, its uses too: what is being typed stays until its own value is another.
  const values = row.cells.map((cell) => cell?.text).join('\n')
  useEffect(() => {
    setTyped({})
    setProblem(undefined)
  }, [row.path, values])
  const places = useMemo(() => placesOf(row), [row])
  const edits = useMemo(() => editsOf(row, places, typed), [typed, row, places])
  const faults = edits
    .map((edit) => readTokenText(edit.text, edit.type, edit.was))
    .flatMap((read) => ('problem' in read ? [read.problem] : []))
  const save = async () => setProblem(await onSave(edits))
  return (
    <aside
      aria-label={`Token ${row.path}`}
      className="flex w-[440px] shrink-0 flex-col overflow-auto border-l border-line-strong bg-sheet max-md:absolute max-md:inset-0 max-md:z-30 max-md:w-auto"
      data-testid="token"
    >
      <TokenHead {...{ row, onRename, onRemove, onClose }} />
      <section aria-label="Value" className="border-b border-line px-3 py-2">
        {places.map(({ cell, at }) => (
          <Place
            key={at}
            {...{ library, model, row, cell, at, onSelect }}
            typed={typed[at]}
            onType={(text) => setTyped({ ...typed, [at]: text })}
            onCancel={() => setTyped({})}
          />
        ))}
        {faults.length > 0 && <p className="text-miss">Expected {faults[0]}.</p>}
        {problem !== undefined && (
          <p role="alert" className="whitespace-pre-wrap text-miss">
            {problem}
          </p>
        )}
        {edits.length > 0 && faults.length === 0 && (
          <p className="mt-1 flex gap-2">
            <button type="button" className="control" onClick={() => void save()}>
              Save
            </button>
            <button type="button" className="control" onClick={() => setTyped({})}>
              Discard
            </button>
          </p>
        )}
      </section>
      {edits.length > 0 && faults.length === 0 && <Effects library={library} edits={edits} />}
      {row.type === 'color' && <Contrasts model={model} row={row} onSelect={onSelect} />}
      <TokenUses uses={row.uses} library={library} onSelect={onSelect} />
    </aside>
  )
}

interface PlaceProps extends Pick<TokenDetailProps, 'library' | 'model' | 'row' | 'onSelect'> {
  cell: TokenCell
  /** Its column. */
  at: number
  typed: string | undefined
  onType(text: string): void
  onCancel(): void
}

/** The value at one place of a file, for the contexts that read it there. */
function Place({ library, model, row, cell, at, typed, onType, onCancel, onSelect }: PlaceProps) {
  const columns = columnsAt(model, row, cell).join(', ')
  return (
    <div className="mb-1">
      <p className="flex items-center gap-2 text-quiet">
        {columns}
        <span className="ml-auto shrink-0">
          <SourceLines library={library} file={cell.file} line={cell.line} />
        </span>
      </p>
      <span className="flex items-center gap-2">
        {cell.css !== undefined && <TokenFigure type={row.type} css={cell.css} />}
        <Suggest
          label={`Value in ${columns}`}
          className="min-w-0 flex-1"
          value={typed ?? cell.text}
          suggest={(before) => aliases(model, row.type, before, row.path)}
          isInvalid={typed !== undefined && 'problem' in readTokenText(typed, row.type, cell.value)}
          onType={onType}
          onCancel={onCancel}
        />
      </span>
      <ValuePicker
        label={`Value in ${columns}`}
        type={row.type}
        text={typed === undefined || typed.startsWith('{') ? (cell.css ?? cell.text) : typed}
        onPick={onType}
      />
      {cell.alias !== undefined && <Chain model={model} path={cell.alias} column={at} onSelect={onSelect} />}
    </div>
  )
}

/** Columns that read the same place of the same file change together. */
const placesOf = ({ cells }: TokenRow) =>
  cells.flatMap((cell, at) =>
    cell && cells.findIndex((each) => each && samePlace(each, cell)) === at ? [{ cell, at }] : [],
  )

const editsOf = (
  row: TokenRow,
  places: ReturnType<typeof placesOf>,
  typed: Readonly<Record<number, string>>,
): TypedEdit[] =>
  places.flatMap(({ cell, at }) =>
    typed[at] === undefined || typed[at] === cell.text
      ? []
      : [{ path: row.path, file: cell.file, at: cell.at, was: cell.value, type: row.type, text: typed[at] }],
  )

const samePlace = (a: TokenCell, b: TokenCell) => a.file === b.file && a.at.join('\0') === b.at.join('\0')

const columnsAt = ({ columns }: TokensModel, row: TokenRow, cell: TokenCell) =>
  columns.flatMap(({ name }, at) => (row.cells[at] && samePlace(row.cells[at], cell) ? [name] : []))

/** What an alias stands for, one step after the other. */
function Chain({
  model,
  path,
  column,
  onSelect,
}: {
  model: TokensModel
  path: string
  column: number
  onSelect(path: string): void
}) {
  const steps: TokenRow[] = []
  for (let next: string | undefined = path; next !== undefined && steps.length < 12;) {
    const row: TokenRow | undefined = model.tokens.find((each) => each.path === next || each.path === `${next}.$root`)
    if (!row || steps.includes(row)) break
    steps.push(row)
    next = row.cells[column]?.alias
  }
  return (
    <p className="num flex flex-wrap items-center gap-1 pl-6">
      {steps.map((row) => (
        <button
          key={row.path}
          type="button"
          className="underline underline-offset-2"
          onClick={() => onSelect(row.path)}
        >
          → {row.path}
        </button>
      ))}
      <span className="text-quiet">{steps.at(-1)?.cells[column]?.css}</span>
    </p>
  )
}
