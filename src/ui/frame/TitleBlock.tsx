'use client'

import { ChevronDown, Keyboard, Search } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { LibraryFacts, ComponentState } from '@/contract'
import { useRuns } from '../live'
import { Mark } from '../marks'
import { Cell } from './Cell'
import { CommitCell } from './CommitCell'
import { Link } from './Link'
import type { KeyHelp, ViewDefinition } from './defineView'
import { Finder, type Findable } from './Finder'
import { KeysHelp } from './KeysHelp'
import { RunCell } from './RunCell'
import { RunWords } from './RunWords'
import { Standings } from './Standings'
import { StyleBuild } from './StyleBuild'
import { IconControl, SchemeSwitch } from './SchemeSwitch'
import { shortTime } from './time'
import { useFindables } from './useFindables'
import { useFinding } from './useFinding'
import { useKeys } from './useKeys'

export interface TitleBlockProps {
  library: LibraryFacts
  libraries: { id: string; name: string }[]
  /** The component in view; none on the wall. */
  slug?: string | undefined
  /** Which of its views is open, and all that it has. */
  view?: ViewDefinition | undefined
  views?: readonly ViewDefinition[]
  /** What else is in view, in a word or two; the whole library when left out. */
  page?: string
  /** Its revision, where the view knows a newer one than the page was made with. */
  revision?: number | undefined
  keys?: KeyHelp
  findables?: (() => Findable[]) | undefined
}

// Where a component opens that is chosen outside of a view.
const FIRST_VIEW = 'matrix'

/** The block at the top of every view, as on an engineer's drawing: what is seen, how it stands, what runs. */
export function TitleBlock({
  library,
  libraries,
  slug,
  view: current,
  views = [],
  page,
  revision,
  keys = [],
  findables,
}: TitleBlockProps) {
  const view = current?.name ?? FIRST_VIEW
  const { states, going } = useRuns()
  const { isOpen: isFinding, setOpen: setFinding } = useFinding()
  const [isHelping, setHelping] = useState(false)
  const component = library.components.find((each) => each.slug === slug)
  const own = component ? states.filter((state) => state.slug === slug) : states
  useTitleKeys({ library, slug, view, views, onFind: () => setFinding(true), onHelp: () => setHelping(true) })
  const inView = component && current ? `${component.name}, ${current.label.toLowerCase()}` : page
  const items = useFindables({ library, libraries, slug, view, views, findables, isFinding })

  return (
    <header className="border-b-2 border-ink bg-sheet">
      <title>{[inView, library.name, 'Brelt'].filter(Boolean).join(' – ')}</title>
      <div className="flex min-h-11 flex-wrap items-stretch">
        <Places {...{ library, libraries, slug, view }} name={component?.name} />
        {component && (
          <>
            <Cell label="Revision">
              <span className="num">{revision ?? component.revision}</span>
            </Cell>
            <Cell label="Status">{component.status}</Cell>
          </>
        )}
        <CommitCell library={library} slug={slug} />
        <Standings states={own} address={component && `/${library.id}/${component.slug}`} />
        <Cell label="Last run" className="hidden md:flex">
          <LastRead states={own} href={component ? `/${library.id}/${component.slug}/runs` : `/${library.id}/runs`} />
        </Cell>
        <Pictures library={library.id} />
        <div className="ml-auto flex items-center gap-2 px-3">
          <RunWords states={own} />
          <RunCell slugs={slug ? [slug] : undefined} label={slug ? 'Verify' : 'Verify all'} />
          <TitleTools onFind={() => setFinding(true)} onHelp={() => setHelping(true)} />
        </div>
      </div>
      {slug && <ViewTabs library={library.id} slug={slug} views={views} view={view} />}
      {going.phase === 'idle' && going.problem && (
        <p role="alert" className="border-t border-line px-3 py-1 whitespace-pre-wrap text-miss">
          {going.problem}
        </p>
      )}
      {library.styleBuild && !library.styleBuild.trust && (
        <StyleBuild id={library.id} config={library.styleBuild.config} />
      )}
      <Finder open={isFinding} onOpenChange={setFinding} items={items} />
      <KeysHelp open={isHelping} onOpenChange={setHelping} keys={keys} views={views} />
    </header>
  )
}

const TitleTools = ({ onFind, onHelp }: { onFind(): void; onHelp(): void }) => (
  <span className="flex">
    <IconControl label="Search (/)" onPress={onFind}>
      <Search size={14} aria-hidden />
    </IconControl>
    <IconControl label="Keys and marks (?)" onPress={onHelp}>
      <Keyboard size={14} aria-hidden />
    </IconControl>
    <SchemeSwitch />
  </span>
)

/** How many pictures wait to be decided; nothing where none are taken. */
function Pictures({ library }: { library: string }) {
  const { pictures } = useRuns()
  if (!pictures) return null
  return (
    <Cell label="Pictures">
      <Link href={`/${library}/review`} className="underline underline-offset-2">
        {pictures.open > 0 ? `${pictures.open} to review` : 'as approved'}
      </Link>
    </Cell>
  )
}

function LastRead({ states, href }: { states: readonly ComponentState[]; href: string }) {
  const [latest] = states.toSorted((a, b) => b.startedAt.localeCompare(a.startedAt))
  if (!latest) return <span className="text-quiet">never</span>
  const kept = states.filter(({ readAt }) => readAt !== undefined).map(({ readAt }) => readAt!)
  return (
    <>
      <Link href={href} className="underline underline-offset-2">
        <time dateTime={latest.startedAt}>{shortTime(latest.startedAt)}</time>
      </Link>
      {kept.length > 0 && (
        <span className="text-quiet">
          , {kept.length === states.length ? 'all' : `${kept.length} of ${states.length}`} as read{' '}
          {shortTime(kept.toSorted()[0]!)}
        </span>
      )}
    </>
  )
}

function Switcher({
  label,
  items,
  current,
}: {
  label: string
  items: { id: string; name: string; href: string }[]
  current: string
}) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="inline-flex items-center gap-1 font-semibold">
        {label}
        <ChevronDown size={12} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          className="floating max-h-[60vh] min-w-44 overflow-auto py-1"
          align="start"
          sideOffset={6}
        >
          {items.map(({ id, name, href }) => (
            <DropdownMenu.Item key={id} asChild className="floating-item">
              <Link href={href}>
                <Mark kind={id === current ? 'holds' : 'open'} className={id === current ? '' : 'opacity-0'} />
                {name}
              </Link>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

/** Which library and which component are in sight, and the others. */
const Places = ({
  library,
  libraries,
  slug,
  view,
  name,
}: Pick<TitleBlockProps, 'library' | 'libraries' | 'slug'> & { view: string; name: string | undefined }) => (
  <>
    <Cell label="Library">
      <Switcher
        label={library.name}
        items={[
          ...libraries.map(({ id, name }) => ({ id, name, href: `/${id}` })),
          { id: '-', name: 'All libraries …', href: '/-/libraries' },
        ]}
        current={library.id}
      />
    </Cell>
    <Cell label="Component" className="min-w-36">
      <Switcher
        label={name ?? 'All components'}
        items={[
          { id: '', name: 'All components', href: `/${library.id}` },
          ...library.components.map((each) => ({
            id: each.slug,
            name: each.name,
            href: `/${library.id}/${each.slug}/${view}`,
          })),
        ]}
        current={slug ?? ''}
      />
    </Cell>
  </>
)

const ViewTabs = ({
  library,
  slug,
  views,
  view,
}: {
  library: string
  slug: string
  views: readonly ViewDefinition[]
  view: string
}) => (
  <nav aria-label="Views" className="flex flex-wrap border-t border-line">
    {views.map(({ name, label, about }) => (
      <Link
        key={name}
        title={about}
        href={`/${library}/${slug}/${name}`}
        aria-current={name === view ? 'page' : undefined}
        className="inline-flex min-h-6 items-center border-r border-line px-1.5 hover:bg-pick sm:px-3 aria-[current]:bg-ink aria-[current]:text-paper"
      >
        {label}
      </Link>
    ))}
    <Link
      href={`/${library}/tokens`}
      title="The library’s tokens"
      className="ml-auto hidden border-l border-line px-3 py-0.5 hover:bg-pick md:block"
    >
      Tokens
    </Link>
  </nav>
)

/** The keys that every view has. */
function useTitleKeys({
  library,
  slug,
  view,
  views,
  onFind,
  onHelp,
}: Pick<TitleBlockProps, 'library' | 'slug'> & {
  view: string
  views: readonly ViewDefinition[]
  onFind(): void
  onHelp(): void
}) {
  const router = useRouter()
  const { going, verify } = useRuns()
  const walk = (step: number) => {
    const at = library.components.findIndex((each) => each.slug === slug)
    const next = library.components[(at + step + library.components.length) % library.components.length]
    if (next) router.push(`/${library.id}/${next.slug}/${view}`)
  }
  useKeys({
    '/': onFind,
    '?': onHelp,
    '[': () => walk(-1),
    ']': () => walk(1),
    ...(slug &&
      Object.fromEntries(
        views.map(({ name }, at) => [String(at + 1), () => router.push(`/${library.id}/${slug}/${name}`)]),
      )),
    v: () => going.phase === 'idle' && verify(slug ? [slug] : undefined),
  })
}
