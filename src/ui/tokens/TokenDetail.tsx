'use client'

import { useEffect, useMemo, useState } from 'react'
import type { TokenCell, TokenRow, TokensModel, TypedEdit } from '@/contract'
import { contrastRatio, over, readColor } from '@/core/readings'
import { readTokenText } from '@/core/tokens'
import { CloseButton } from '../editing'
import { SourceLines, Suggest } from '../survey'
import { Effects } from './Effects'
import { TokenFigure } from './TokenFigure'

export interface TokenDetailProps {
  library: string
  model: TokensModel
  row: TokenRow
  onSelect(path: string): void
  onSave(edits: readonly TypedEdit[]): Promise<string | undefined>
  onClose(): void
}

/** One token: its value in each context, to be changed in place; what it stands for, where it is used, what would change. */
export function TokenDetail({ library, model, row, onSelect, onSave, onClose }: TokenDetailProps) {
  const [typed, setTyped] = useState<Readonly<Record<number, string>>>({})
  const [problem, setProblem] = useState<string>()
  useEffect(() => {
    setTyped({})
    setProblem(undefined)
  }, [row])
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
      <Head row={row} onClose={onClose} />
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
      <Uses uses={row.uses} library={library} onSelect={onSelect} />
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
          suggest={(before) => suggestions(model, row, before)}
          isInvalid={typed !== undefined && 'problem' in readTokenText(typed, row.type, cell.value)}
          onType={onType}
          onCancel={onCancel}
        />
      </span>
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

/** Tokens of the same type, once a brace has been typed. */
function suggestions(model: TokensModel, row: TokenRow, before: string) {
  const brace = /^\{([^{}]*)$/.exec(before)
  if (!brace) return []
  return model.tokens
    .filter((each) => each.type === row.type && each.path !== row.path && each.path.includes(brace[1]!))
    .slice(0, 40)
    .map(({ path, type, cells }) => {
      const css = cells.find(Boolean)?.css ?? ''
      return { text: `{${path}}`, from: 0, detail: css, css, type }
    })
}

function Head({ row, onClose }: { row: TokenRow; onClose(): void }) {
  return (
    <header className="flex items-start gap-2 border-b border-line px-3 py-2">
      <div className="min-w-0">
        <h2 className="num font-semibold break-all">{row.path}</h2>
        <p className="text-quiet">
          {row.type}
          {row.deprecated !== undefined && ` · deprecated${row.deprecated === 'true' ? '' : `: ${row.deprecated}`}`}
        </p>
        {row.description && <p>{row.description}</p>}
      </div>
      <CloseButton label="Close the token" onClose={onClose} className="ml-auto" />
    </header>
  )
}

function Uses({ uses, library, onSelect }: { uses: TokenRow['uses']; library: string; onSelect(path: string): void }) {
  return (
    <section aria-label="Used by" className="px-3 py-2">
      <h3 className="mb-1 font-semibold">Used by {uses.length}</h3>
      {uses.length === 0 && <p className="text-quiet">Not used by any rule, style or other token.</p>}
      <ul>
        {uses.map((use, at) => (
          <li key={at} className="flex items-baseline gap-2">
            {use.kind === 'alias' ? (
              <button type="button" className="num underline underline-offset-2" onClick={() => onSelect(use.path)}>
                {use.path}
              </button>
            ) : use.kind === 'rule' ? (
              <>
                <a className="shrink-0 underline underline-offset-2" href={`/${library}/${use.slug}/spec`}>
                  {use.slug}
                </a>
                <span className="num min-w-0 truncate">
                  {use.part} · {use.reading}
                </span>
                <span className="ml-auto shrink-0">
                  <SourceLines library={library} file={use.file} line={use.line} />
                </span>
              </>
            ) : (
              <>
                <span className="num min-w-0 truncate">{use.property}</span>
                <span className="ml-auto shrink-0">
                  <SourceLines library={library} file={use.file} line={use.line} />
                </span>
              </>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

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

// Of large palettes the pairs that matter are those close to the limits; the rest is a scroll away.
const MAX_PAIRS = 60

/** How well this colour is read on each other one, and each other one on it: the ratio is the same. */
function Contrasts({ model, row, onSelect }: { model: TokensModel; row: TokenRow; onSelect(path: string): void }) {
  const [column, setColumn] = useState(0)
  const pairs = useMemo(() => {
    const own = readColor(row.cells[column]?.css ?? '')
    if (!own) return []
    return model.tokens
      .flatMap((other) => {
        const colour =
          other.type === 'color' && other.path !== row.path ? readColor(other.cells[column]?.css ?? '') : undefined
        return colour
          ? [{ path: other.path, css: other.cells[column]!.css!, ratio: contrastRatio(over(own, colour), colour) }]
          : []
      })
      .sort((a, b) => b.ratio - a.ratio)
      .slice(0, MAX_PAIRS)
  }, [model, row, column])
  const css = row.cells[column]?.css
  return (
    <details className="border-b border-line px-3 py-2">
      <summary className="font-semibold">Contrast with the other colours</summary>
      {model.columns.length > 1 && (
        <p className="my-1 flex gap-1">
          {model.columns.map(({ name }, at) => (
            <button
              key={name}
              type="button"
              className="control"
              aria-pressed={at === column}
              onClick={() => setColumn(at)}
            >
              {name}
            </button>
          ))}
        </p>
      )}
      <ul className="max-h-64 overflow-auto">
        {pairs.map(({ path, css: other, ratio }) => (
          <li key={path} className="flex items-center gap-2">
            <span aria-hidden className="w-8 text-center font-semibold" style={{ color: css, background: other }}>
              Ag
            </span>
            <button
              type="button"
              className="num truncate underline-offset-2 hover:underline"
              onClick={() => onSelect(path)}
            >
              {path}
            </button>
            <span className="num ml-auto">{ratio.toFixed(2)}</span>
            <span className="w-28 text-quiet">
              {ratio >= 7 ? 'text, enhanced' : ratio >= 4.5 ? 'text' : ratio >= 3 ? 'large text, shapes' : 'neither'}
            </span>
          </li>
        ))}
      </ul>
    </details>
  )
}
