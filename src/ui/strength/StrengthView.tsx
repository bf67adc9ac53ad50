'use client'

import { useMemo, useState, type ReactNode } from 'react'
import type { StrengthState } from '@/contract'
import { percentOf, type Strength, type StrengthWay } from '@/core/breaks'
import { appendRules } from '@/core/edit'
import { counted } from '@/core/words'
import { Alarm, Editing, EditingBar, type Ready } from '../editing'
import { exactTime, Link, Panes, useKeys, ViewHead, type ViewProps } from '../frame'
import { PartTable } from './PartTable'
import { UnnoticedList } from './UnnoticedList'
import { useChecked } from './useChecked'
import { WayChoice } from './WayChoice'
import { useStrength } from './useStrength'
import type { Wanted } from './wanted'

/** The view of what a component's spec notices when the component breaks. */
export const StrengthView = (props: ViewProps) => (
  <Editing library={props.library.id} slug={props.slug}>
    {(ready) => <StrengthOf {...props} ready={ready} />}
  </Editing>
)

function StrengthOf({ library, slug, ready }: ViewProps & { ready: Ready }) {
  const { definition, sheet } = ready
  const { state, problem, start, stop } = useStrength(library.id, slug, definition.revisions.length)
  const [way, setWay] = useState<StrengthWay>('quick')
  const [wanted, setWanted] = useState<Wanted>({})
  const strength = state?.found?.strength
  const unnoticed = strength?.unnoticed
  const shown = useMemo(
    () =>
      (unnoticed ?? []).filter(({ part, kind }) => (wanted.part ?? part) === part && (wanted.kind ?? kind) === kind),
    [unnoticed, wanted],
  )
  const checked = useChecked(shown)
  const add = () => {
    if (checked.rules.length === 0) return
    const { file } = definition
    ready.change({ [file]: appendRules(ready.texts[file] ?? '', checked.rules) }, 'now')
    checked.none()
  }
  const toggle = () => (state?.going ? stop() : state && start(way))
  useKeys({ b: toggle, a: add })
  return (
    <>
      <ViewHead revision={definition.revisions.length} />
      <h1 className="sr-only">{sheet.data.name}, strength</h1>
      <EditingBar defining={ready}>
        <BreakBar {...{ way, going: state?.going }} isKnown={state !== undefined} onWay={setWay} onToggle={toggle} />
      </EditingBar>
      <Alarm text={problem} />
      <Panes
        grid="md:grid-cols-[minmax(340px,42%)_minmax(0,1fr)] md:grid-rows-[minmax(0,1fr)]"
        names={['By part', 'Unnoticed']}
      >
        <section aria-label="Strength by part" className="min-h-0 overflow-auto border-r border-line bg-sheet">
          {strength ? (
            <Found found={state.found!}>
              <PartTable strength={strength} wanted={wanted} onWant={setWanted} />
              <Untested strength={strength} address={`/${library.id}/${slug}/spec`} />
            </Found>
          ) : (
            <NotYetBroken isKnown={state !== undefined} isGoing={state?.going !== undefined} />
          )}
        </section>
        <UnnoticedList
          {...{ shown, checked, strength, wanted }}
          library={library.id}
          onAll={() => setWanted({})}
          onAdd={add}
        />
      </Panes>
    </>
  )
}

interface BreakBarProps {
  /** How its breaks stand has been asked. */
  isKnown: boolean
  way: StrengthWay
  going: StrengthState['going']
  onWay(way: StrengthWay): void
  onToggle(): void
}

/** What is broken, how far that has come, and what begins or stops it. */
const BreakBar = ({ isKnown, way, going, onWay, onToggle }: BreakBarProps) => (
  <>
    <WayChoice way={way} onWay={onWay} />
    <Going going={going} />
    <button type="button" className="control" disabled={!isKnown} onClick={onToggle}>
      {going ? 'Stop' : 'Break it'}
    </button>
  </>
)

/** How far breaks have come that go on. */
function Going({ going }: { going: StrengthState['going'] }) {
  return (
    <span role="status" className="text-quiet" data-strength={going ? 'going' : 'still'}>
      {going &&
        (going.isWaiting
          ? 'Waiting for others …'
          : going.total === 0
            ? 'Reading the component …'
            : `${going.done} of ${going.total} breaks`)}
    </span>
  )
}

function Found({
  found: { strength, since, isCurrent },
  children,
}: {
  found: NonNullable<StrengthState['found']>
  children: ReactNode
}) {
  const percent = percentOf(strength)
  return (
    <>
      <div className="px-3 py-3">
        <p className="flex items-baseline gap-3">
          <span className="num text-3xl" data-testid="strength">
            {percent === undefined ? '–' : `${percent} %`}
          </span>
          <span>
            {strength.noticed} of {counted(strength.counted, 'break')} noticed
          </span>
        </p>
        <p className="mt-1 text-quiet">{asideOf(strength)}</p>
        <p className={`mt-1 ${isCurrent ? 'text-quiet' : 'text-miss'}`}>
          {isCurrent ? 'Found' : 'The component has changed since. Found'}{' '}
          <time dateTime={since}>{exactTime(since)}</time>
          {strength.way === 'quick' ? ', in its cases.' : ', in its cases and scenarios.'}
        </p>
        {strength.notes.map((note) => (
          <p key={note} className="mt-1 text-quiet">
            Note: {note}.
          </p>
        ))}
      </div>
      {children}
    </>
  )
}

/** Rules that say nothing, as far as breaks show. */
function Untested({ strength: { untested }, address }: { strength: Strength; address: string }) {
  if (!untested) return null
  if (untested.length === 0) return <p className="p-3 text-quiet">Some break makes each rule miss.</p>
  return (
    <div className="p-3">
      <p>No break makes these rules miss. What they expect may hold whatever happens:</p>
      <ul>
        {untested.map(({ rule, line }) => (
          <li key={rule}>
            <Link className="underline underline-offset-2" href={`${address}?rule=${rule}`}>
              rule in line {line}
            </Link>
          </li>
        ))}
      </ul>
    </div>
  )
}

/** What of the breaks does not count, and why. */
function asideOf({ idle, failed }: Strength): string {
  const told = [
    ...(idle > 0 ? [`${idle} more ${idle === 1 ? 'changes' : 'change'} nothing that can be read or seen`] : []),
    ...(failed > 0 ? [`${failed} could not be tried`] : []),
  ]
  return told.length > 0 ? `${told.join('; ')}. They do not count.` : ''
}

const NotYetBroken = ({ isKnown, isGoing }: { isKnown: boolean; isGoing: boolean }) => (
  <div className="max-w-prose p-3 text-quiet">
    {!isKnown ? (
      <p>Loading …</p>
    ) : isGoing ? (
      <p>The component is being broken, one small change at a time. What its spec does not notice will stand here.</p>
    ) : (
      <>
        <p>
          Does the spec notice when the component breaks? Brelt breaks it on purpose: it leaves declarations out, nudges
          lengths and colours, exchanges tokens, takes attributes and texts away. Each change is judged by the spec and
          taken back.
        </p>
        <p className="mt-2">Press “Break it” (b) to find out. No file is changed.</p>
      </>
    )}
  </div>
)
