import type { LibraryFacts, ListedRun, RunDetail } from '@/contract'
import { failedWords, otherFindings, type ComponentReport } from '@/core/report'
import { counted } from '@/core/words'
import { caseAddress, Link } from '../frame'
import { Mark } from '../marks'
import { printDuration } from './figures'

const SLOWEST_SHOWN = 5

/** All that a run found, component by component. */
export function Found({ library, detail, run }: { library: LibraryFacts; detail: RunDetail; run: ListedRun }) {
  const { components } = detail
  const told = components.filter(hasSomething)
  if (components.length === 0)
    return (
      <p className="text-quiet">
        {run.state === 'running' ? 'No component is through yet.' : 'Nothing of this run was kept that could be shown.'}
      </p>
    )
  return (
    <div data-testid="run-found">
      {told.length === 0 && <p>Nothing misses in {counted(components.length, 'component')}.</p>}
      {told.map((each) => (
        <Component key={each.slug} library={library.id} component={each} />
      ))}
      <Slowest library={library.id} components={components} />
    </div>
  )
}

const failed = ({ scenarios }: ComponentReport) => scenarios.filter(({ verdict }) => verdict !== 'holds')

const hasSomething = (component: ComponentReport) => {
  const { findings, failed: lost = [], hollow = false, lints, notes, pictures } = component
  return (
    hollow ||
    [findings, lost, lints, notes, failed(component)].some((all) => all.length > 0) ||
    pictures.changed + pictures.new > 0
  )
}

function Component({ library, component }: { library: string; component: ComponentReport }) {
  const { slug, name, failed: lost = [], hollow, lints, notes, pictures } = component
  const at = (view: string) => `/${library}/${slug}/${view}`
  return (
    <section className="mb-3 border-b border-line pb-2" data-found={slug}>
      <h3 className="font-semibold">{name}</h3>
      <ul>
        {lost.map((each) => (
          <Row key={each.reason} href={caseAddress(library, slug, each.cases[0]!)} to="Matrix">
            <Mark kind="unread" className="mt-[3px]" />
            <span className="min-w-0 break-words">{failedWords(each)}</span>
          </Row>
        ))}
        {hollow && lost.length === 0 && (
          <Row href={at('spec')} to="Spec">
            <Mark kind="open" className="mt-[3px]" />
            <span>Hollow: nothing was read, since no rule speaks of it</span>
          </Row>
        )}
        {otherFindings(component).map(({ verdict, message, cases }, index) => (
          <Row key={index} href={caseAddress(library, slug, cases[0]!)} to="Matrix">
            <Mark kind={verdict} className="mt-[3px]" />
            <span className="min-w-0 break-words">{message}</span>
          </Row>
        ))}
        {failed(component).map((scenario) => (
          <Row key={scenario.name} href={at('behaviour')} to="Behaviour">
            <Mark kind={scenario.verdict === 'unread' ? 'unread' : 'misses'} className="mt-[3px]" />
            <span>
              {scenario.name}: {scenario.verdict}
            </span>
          </Row>
        ))}
        {lints.map(({ code, message }, index) => (
          <Row key={index} href={at('define')} to="Define">
            <span className="text-quiet">{code}</span>
            <span className="min-w-0 break-words">{message}</span>
          </Row>
        ))}
        {pictures.changed + pictures.new > 0 && (
          <Row href={`/${library}/review`} to="Review">
            {[
              pictures.changed > 0 && `${counted(pictures.changed, 'picture')} changed`,
              pictures.new > 0 && `${pictures.new} not approved`,
            ]
              .filter(Boolean)
              .join(', ')}
          </Row>
        )}
        {notes.map((note) => (
          <li key={note} className="border-t border-line py-1 text-quiet">
            {note}
          </li>
        ))}
      </ul>
    </section>
  )
}

const Row = ({ href, to, children }: { href: string; to: string; children: React.ReactNode }) => (
  <li className="flex items-start gap-2 border-t border-line py-1">
    {children}
    <Link className="ml-auto shrink-0 underline underline-offset-2" href={href}>
      {to}
    </Link>
  </li>
)

/** The scenarios that took longest. */
function Slowest({ library, components }: { library: string; components: readonly ComponentReport[] }) {
  const all = components.flatMap(({ slug, name, scenarios }) =>
    scenarios.map((scenario) => ({ slug, of: name, ...scenario })),
  )
  const slowest = all.toSorted((a, b) => b.milliseconds - a.milliseconds).slice(0, SLOWEST_SHOWN)
  if (slowest.length === 0) return null
  return (
    <section aria-label="Slowest scenarios">
      <h3 className="font-semibold">Slowest scenarios</h3>
      <ul>
        {slowest.map(({ slug, of, name, milliseconds }) => (
          <Row key={`${slug} ${name}`} href={`/${library}/${slug}/behaviour`} to="Behaviour">
            <span className="num w-16 shrink-0 text-right">{printDuration(milliseconds)}</span>
            <span>
              {of}: {name}
            </span>
          </Row>
        ))}
      </ul>
    </section>
  )
}
