import { useState } from 'react'
import type { LibraryFacts, ListedRun, RunChanges, RunDetail } from '@/contract'
import { groupBy } from '@/core/group'
import type { ReportChange } from '@/core/report'
import { counted } from '@/core/words'
import { FieldChanges } from '../editing'
import { caseAddress, Link } from '../frame'
import { Mark } from '../marks'
import { CaseEvidence } from './CaseEvidence'
import { FileChanges } from './FileChanges'
import { printDuration, printRead } from './figures'

export interface ChangesProps {
  library: LibraryFacts
  detail: RunDetail
  run: ListedRun
  other: ListedRun | undefined
}

/** What is otherwise in a run than in another: files and sheets first, then what came of it. */
export function Changes({ library, detail, run, other }: ChangesProps) {
  const { changes } = detail
  if (!other || !changes) return <p className="text-quiet">This is the first run: there is none to hold it against.</p>
  const nameOf = (slug: string) => library.components.find((each) => each.slug === slug)?.name ?? slug
  const slugs = [...new Set([...changes.sheets, ...changes.turned, ...changes.said].map(({ slug }) => slug))].toSorted(
    (a, b) => nameOf(a).localeCompare(nameOf(b)),
  )
  const isSame = slugs.length + changes.approved.length + (changes.files ?? []).length === 0
  return (
    <div data-testid="run-changes">
      {run.state === 'running' ? <p>The run goes on: more may come.</p> : <Speed run={run} other={other} />}
      {!run.counts || !other.counts ? (
        <p className="my-2 text-quiet">
          An older version of Brelt has made one of these runs: what it kept of it is not all that could be compared.
        </p>
      ) : null}
      {isSame && <p className="my-2">Nothing else is otherwise: the same files, and all of it came to the same.</p>}
      {changes.files && changes.files.length > 0 && <FileChanges files={changes.files} />}
      {changes.approved.length > 0 && (
        <p className="mt-2 border-t border-line py-1" data-testid="approved">
          Other pictures are approved: {changes.approved.map(nameOf).join(', ')}.
        </p>
      )}
      {slugs.map((slug) => (
        <section key={slug} className="mt-3 border-t border-line-strong pt-1" data-changed={slug}>
          <h3 className="font-semibold">{nameOf(slug)}</h3>
          {changes.sheets
            .filter((each) => each.slug === slug)
            .map((each) => (
              <FieldChanges key={slug} changes={each.changes} none="The sheet’s comments or spacing changed." />
            ))}
          <Turned
            library={library.id}
            run={run}
            other={other}
            turned={changes.turned.filter((each) => each.slug === slug)}
          />
          <Said library={library.id} said={changes.said.filter((each) => each.slug === slug)} />
        </section>
      ))}
    </div>
  )
}

/** How long both took, and how much they read. */
const Speed = ({ run, other }: { run: ListedRun; other: ListedRun }) => (
  <p data-testid="speed">
    The run took <span className="num">{printDuration(run.milliseconds)}</span>: {printRead(run)}.{' '}
    <span className="text-quiet">
      The one before <span className="num">{printDuration(other.milliseconds)}</span>: {printRead(other)}.
    </span>
  </p>
)

const KEYS_SHOWN = 8

interface TurnedProps {
  library: string
  run: ListedRun
  other: ListedRun
  turned: RunChanges['turned']
}

/** Cases whose marks differ. */
const Turned = ({ library, run, other, turned }: TurnedProps) => (
  <ul>
    {turned.map(({ slug, from, to, keys }) => (
      <li key={`${from} ${to}`} className="border-t border-line py-1 first:border-t-0" data-turned={`${from} ${to}`}>
        <p className="flex items-center gap-1">
          {counted(keys.length, 'case')}:{from ? <Mark kind={from} /> : null} {from ?? 'not there'} →{' '}
          {to ? <Mark kind={to} /> : null} {to ?? 'not there'}
        </p>
        <Keys>
          {keys.map((key) => (
            <CaseEvidence key={key} {...{ library, slug }} caseKey={key} before={other.id} after={run.id} />
          ))}
        </Keys>
      </li>
    ))}
  </ul>
)

/** The first of many, and all of them where somebody asks. */
function Keys({ children }: { children: readonly React.ReactNode[] }) {
  const [isWhole, setWhole] = useState(false)
  return (
    <ul className="pl-3">
      {isWhole ? children : children.slice(0, KEYS_SHOWN)}
      {children.length > KEYS_SHOWN && (
        <li>
          <button type="button" className="control" aria-expanded={isWhole} onClick={() => setWhole(!isWhole)}>
            {isWhole ? 'Show fewer' : `Show ${children.length - KEYS_SHOWN} more`}
          </button>
        </li>
      )}
    </ul>
  )
}

const SIGNS: Record<ReportChange['is'], [sign: string, said: string]> = {
  new: ['+', 'new'],
  gone: ['−', 'gone'],
  other: ['≠', 'otherwise'],
}

/** What a run says of a component that the other does not. */
function Said({ library, said }: { library: string; said: readonly ReportChange[] }) {
  const kinds = groupBy(said, ({ kind }) => kind)
  return [...kinds].map(([kind, changes]) => (
    <ul key={kind} aria-label={KINDS[kind].label} className="mt-1">
      {changes.map((change) => (
        <li
          key={`${change.is} ${change.text}`}
          className="flex gap-2 border-t border-line py-1"
          data-said={`${change.is} ${kind}`}
        >
          <span className="num w-3 shrink-0" aria-label={SIGNS[change.is][1]}>
            {SIGNS[change.is][0]}
          </span>
          <span className="min-w-0 flex-1 break-words">
            <span className="text-quiet">{KINDS[kind].label}:</span> {change.text}
          </span>
          <Link className="shrink-0 underline underline-offset-2" href={KINDS[kind].href(library, change)}>
            {KINDS[kind].to}
          </Link>
        </li>
      ))}
    </ul>
  ))
}

const at =
  (view: string) =>
  (library: string, { slug }: ReportChange) =>
    `/${library}/${slug}/${view}`

/** What changes are called, and where their evidence is. */
const KINDS: Record<
  ReportChange['kind'],
  { label: string; to: string; href(library: string, change: ReportChange): string }
> = {
  finding: {
    label: 'Finding',
    to: 'Matrix',
    href: (library, { slug, cases = [] }) =>
      cases[0] === undefined ? `/${library}/${slug}/matrix` : caseAddress(library, slug, cases[0]),
  },
  scenario: { label: 'Scenario', to: 'Behaviour', href: at('behaviour') },
  lint: { label: 'Lint', to: 'Define', href: at('define') },
  pictures: { label: 'Pictures', to: 'Review', href: (library) => `/${library}/review` },
  component: { label: 'Component', to: 'Matrix', href: at('matrix') },
}
