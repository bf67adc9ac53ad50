'use client'

import { useState } from 'react'
import type { LibraryFacts, LibraryStrength as Found } from '@/contract'
import { percentOf, type StrengthWay } from '@/core/breaks'
import { counted } from '@/core/words'
import { Alarm } from '../editing'
import { exactTime, type KeyHelp, Link, shortTime, TitleBlock, useKeys } from '../frame'
import { RunProvider, useFreshFacts } from '../live'
import { useLibraryStrength } from './useLibraryStrength'
import { WayChoice } from './WayChoice'

const KEYS: KeyHelp = [['b', 'Break all components on purpose, or stop']]

export interface LibraryStrengthProps {
  library: LibraryFacts
  libraries: { id: string; name: string }[]
}

/** What the specs of a library notice when its components break. */
export function LibraryStrength({ library, libraries }: LibraryStrengthProps) {
  return (
    <RunProvider library={library.id}>
      <TitleBlock page="strength" library={library} libraries={libraries} keys={KEYS} />
      <Board library={library} />
    </RunProvider>
  )
}

// A narrow window has no room for what follows from the others.
const WIDE = 'hidden sm:table-cell'

type State = Found['components'][number]

function Board({ library }: { library: LibraryFacts }) {
  const faulty = useFreshFacts(library)
  const { components, problem, start, stop } = useLibraryStrength(library.id, library.fingerprint)
  const [way, setWay] = useState<StrengthWay>('quick')
  const isGoing = components?.some(({ going }) => going) ?? false
  const toggle = () => (isGoing ? stop() : components && start(way))
  useKeys({ b: toggle })
  return (
    <main className="p-4">
      <h1 className="sr-only">{library.name}, strength</h1>
      <Alarm text={problem ?? faulty} />
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <Total components={components ?? []} isKnown={components !== undefined} />
        <span className="flex flex-wrap items-center gap-2 md:ml-auto">
          <WayChoice way={way} onWay={setWay} />
          <button type="button" className="control" disabled={!components?.length} onClick={toggle}>
            {isGoing ? 'Stop' : 'Break all'}
          </button>
        </span>
      </div>
      {library.components.length === 0 ? (
        <p className="text-quiet">This library has no components yet.</p>
      ) : (
        <Table library={library} components={components} />
      )}
    </main>
  )
}

/** All components together, as far as they have been broken. */
function Total({ components, isKnown }: { components: readonly State[]; isKnown: boolean }) {
  const found = components.flatMap((each) => each.found ?? [])
  const sum = found.reduce(
    (all, { counted, noticed }) => ({ counted: all.counted + counted, noticed: all.noticed + noticed }),
    { counted: 0, noticed: 0 },
  )
  const going = components.filter((each) => each.going)
  const at = going.find((each) => each.going!.total > 0)?.going
  const percent = percentOf(sum)
  return (
    <p
      className="flex flex-wrap items-baseline gap-x-3"
      role="status"
      data-strength={going.length > 0 ? 'going' : 'still'}
    >
      <span className="num text-3xl" data-testid="strength">
        {percent === undefined ? '–' : `${percent} %`}
      </span>
      <span>
        {!isKnown
          ? 'Reading the library …'
          : found.length === 0
            ? 'No component has been broken yet: break them on purpose to see whether their specs notice.'
            : `${sum.noticed.toLocaleString('en')} of ${counted(sum.counted, 'break')} noticed, in ${found.length} of ${counted(components.length, 'component')}`}
      </span>
      {going.length > 0 && (
        <span className="text-quiet">
          {counted(going.length, 'component')} to go{at && `, ${at.done} of ${counted(at.total, 'break')} of this one`}
        </span>
      )}
    </p>
  )
}

const Table = ({ library, components }: { library: LibraryFacts; components: readonly State[] | undefined }) => (
  <div className="overflow-x-auto border border-line bg-sheet">
    <table className="w-full text-left" aria-label="Strength of each component">
      <thead className="text-quiet">
        <tr>
          {['Component', 'Strength', 'Noticed', 'Unnoticed', 'Found'].map((head) => (
            <th key={head} className={`px-3 py-1 font-normal whitespace-nowrap ${head === 'Noticed' ? WIDE : ''}`}>
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {library.components.map(({ slug, name }) => (
          <Row
            key={slug}
            name={name}
            href={`/${library.id}/${slug}/strength`}
            state={components?.find((each) => each.slug === slug)}
          />
        ))}
      </tbody>
    </table>
  </div>
)

function Row({ name, href, state }: { name: string; href: string; state: State | undefined }) {
  const { found } = state ?? {}
  const percent = found && percentOf(found)
  return (
    <tr className="border-t border-line align-baseline" data-component={name}>
      <th scope="row" className="px-3 py-1 font-semibold">
        <Link href={href} className="underline underline-offset-2">
          {name}
        </Link>
      </th>
      <td className="num px-3 py-1 whitespace-nowrap">{percent === undefined ? '–' : `${percent} %`}</td>
      <td className={`num px-3 py-1 whitespace-nowrap ${WIDE}`}>
        {found ? `${found.noticed} of ${found.counted}` : ''}
      </td>
      <td className="num px-3 py-1">{found && found.unnoticed > 0 ? found.unnoticed : ''}</td>
      <td className="min-w-44 px-3 py-1">
        <When state={state} />
      </td>
    </tr>
  )
}

/** When a component was broken last, whether that still holds, and what is to be known of it. */
function When({ state }: { state: State | undefined }) {
  if (state?.going) {
    const { done, total, isWaiting } = state.going
    const words = isWaiting ? 'waiting' : total === 0 ? 'reading it …' : `${done} of ${counted(total, 'break')}`
    return <span className="text-quiet">{words}</span>
  }
  const { found, problem } = state ?? {}
  return (
    <>
      {problem !== undefined && <span className="mr-2 text-miss">{problem}</span>}
      {found && (
        <time dateTime={found.since} title={exactTime(found.since)} className="whitespace-nowrap">
          {shortTime(found.since)}
        </time>
      )}
      {found && <span className="text-quiet">{found.way === 'quick' ? ', cases' : ', cases and scenarios'}</span>}
      {found && !found.isCurrent && <span className="text-miss">, the component has changed since</span>}
      {!found && problem === undefined && <span className="text-quiet">not broken yet</span>}
      {found?.notes.map((note) => (
        <p key={note} className="text-quiet">
          Note: {note}.
        </p>
      ))}
    </>
  )
}
