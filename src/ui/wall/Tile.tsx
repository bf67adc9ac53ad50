'use client'

import { ROUTES, type BoardModel, type ComponentState, type GitFacts, type MarkKind } from '@/contract'
import { counted } from '@/core/words'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { DefaultCase, defaultPlacement, layOut } from '../board'
import { Link, shortTime } from '../frame'
import { call, failingWords, standingOf } from '../live'
import { MarkCounts } from '../marks'
import { Miniature } from './Miniature'

const LIVE_HEIGHT_PX = 120

export interface TileProps {
  library: string
  slug: string
  name: string
  /** Why it cannot be read. */
  fault?: string | undefined
  state?: ComponentState | undefined
  /** What the repository says of it. */
  git?: GitFacts['components'][number] | undefined
}

/** One component: its first case live, and its whole matrix in miniature. */
export function Tile({ library, slug, name, fault, state, git }: TileProps) {
  const { data: model, error } = useQuery({
    queryKey: ['board', library, slug],
    queryFn: () => call(ROUTES.board, { library, slug }),
    enabled: fault === undefined,
  })
  const problem = fault ?? error?.message
  return (
    <li className="flex flex-col border border-line bg-sheet" data-tile={slug}>
      <Link
        href={`/${library}/${slug}/${problem === undefined ? 'matrix' : 'define'}`}
        className="flex items-baseline gap-3 border-b border-line px-3 py-1.5 hover:bg-pick"
      >
        <span className="font-semibold">{name}</span>
        <span className="num text-quiet">{model ? counted(model.cases, 'case') : ''}</span>
        <span className="ml-auto flex gap-3">
          {problem !== undefined ? (
            <span className="text-miss">cannot be read</span>
          ) : state ? (
            <Counts state={state} />
          ) : (
            <span className="text-quiet">not run yet</span>
          )}
        </span>
      </Link>
      <div className="overflow-hidden border-b border-line" style={{ height: LIVE_HEIGHT_PX }}>
        {problem !== undefined ? (
          <p className="p-3 whitespace-pre-wrap text-miss">{problem}</p>
        ) : (
          <Face {...{ library, name, model }} face={state?.isOutdated ? undefined : state?.face} />
        )}
      </div>
      <div className="min-h-16 p-3">{model && <Matrix model={model} state={state} name={name} />}</div>
      {git && <Git {...git} />}
    </li>
  )
}

interface FaceProps {
  library: string
  name: string
  model: BoardModel | undefined
  /** As it was last pictured, where nothing has changed since. */
  face: ComponentState['face']
}

/** The first case: at once as the last run has pictured it, live when it is pointed at; live from the start where there is no picture. */
function Face({ library, name, model, face }: FaceProps) {
  const [isLive, setLive] = useState(false)
  const goLive = () => setLive(true)
  if (face && !(isLive && model))
    return (
      <div className="flex h-full items-center justify-center" data-face={face.picture} onPointerEnter={goLive}>
        <img
          src={`/api/libraries/${library}/pictures/${face.picture}`}
          alt={`${name}, as the last run saw it`}
          width={face.width}
          height={face.height}
          className="max-h-full max-w-full object-contain"
          onError={goLive}
        />
      </div>
    )
  if (model) return <DefaultCase model={model} height={LIVE_HEIGHT_PX} />
  return <p className="p-3 text-quiet">Loading …</p>
}

/** The commit that last changed the component, and what differs from it. */
const Git = ({ last, changed }: NonNullable<TileProps['git']>) => (
  <p
    className="mt-auto flex gap-2 border-t border-line px-3 py-1 text-quiet"
    data-git={changed.length === 0 ? 'clean' : 'changed'}
  >
    {last ? (
      <>
        <span className="num">{last.commit.slice(0, 8)}</span>
        <span className="truncate">{last.subject}</span>
        <time className="shrink-0" dateTime={last.at}>
          {shortTime(last.at)}
        </time>
      </>
    ) : (
      'not committed yet'
    )}
    {changed.length > 0 && (
      <span className="ml-auto shrink-0 text-ink" title={changed.join('\n')}>
        {counted(changed.length, 'file')} changed
      </span>
    )}
  </p>
)

/** What has turned since the run before. */
function Turned({ turned }: { turned: NonNullable<ComponentState['turned']> }) {
  const { worse, better } = turned
  return (
    <span data-turned={worse > 0 ? 'worse' : 'better'} className={worse > 0 ? 'text-miss' : 'text-quiet'}>
      {[worse > 0 && `${worse} worse`, better > 0 && `${better} better`].filter(Boolean).join(', ')}
    </span>
  )
}

function Counts({ state }: { state: ComponentState }) {
  const standing = standingOf([state])
  const failing = failingWords(standing)
  return (
    <>
      {state.turned && <Turned turned={state.turned} />}
      <MarkCounts counts={standing.cases} isOutdated={state.isOutdated} always={['holds']} />
      {failing && (
        <span className="text-miss" data-failing>
          {failing}
        </span>
      )}
    </>
  )
}

function Matrix({ model, state, name }: { model: BoardModel; state?: ComponentState | undefined; name: string }) {
  const pages = useMemo(() => {
    const known = new Map(state?.marks.map(([key, mark]) => [key, mark]))
    const { rows } = layOut(model.space, defaultPlacement(model.space), model.chosen && new Set(model.chosen))
    const made: (MarkKind | undefined)[][][] = [[]]
    for (const row of rows) {
      if (row.kind === 'page') made.push([])
      else made.at(-1)!.push(row.cells.map((cell) => cell && (known.get(cell.key) ?? 'open')))
    }
    return made.filter((page) => page.length > 0)
  }, [model, state])
  const misses = pages.flat(2).filter((mark) => mark === 'misses').length
  return (
    <Miniature
      pages={pages}
      isOutdated={state?.isOutdated ?? false}
      label={`${name}: ${counted(model.cases, 'case')}, ${misses} of them miss`}
    />
  )
}
