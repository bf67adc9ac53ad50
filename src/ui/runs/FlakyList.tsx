import type { Flaky } from '@/contract'
import { caseAddress, caseValues, exactTime, Link } from '../frame'

/** What came out otherwise from one run to another although nothing had changed. */
export function FlakyList({
  library,
  flaky,
  onRun,
}: {
  library: string
  flaky: readonly Flaky[]
  onRun(run: string): void
}) {
  if (flaky.length === 0)
    return (
      <p className="prose text-quiet" data-testid="not-flaky">
        Nothing is flaky: whatever was read more than once, with nothing changed that it depends on, came to the same
        each time. “Run again” reads all of it anew.
      </p>
    )
  return (
    <>
      <p className="prose mb-2">
        These came out otherwise in one run than in another, although nothing had changed that they depend on: their
        code uses what differs from time to time, such as real time, random numbers, or the network.
      </p>
      <table className="w-full text-left" aria-label="Flaky">
        <tbody>
          {flaky.map(({ slug, name, kind, what, came }) => (
            <tr key={`${slug} ${kind} ${what}`} className="border-t border-line align-baseline" data-flaky={kind}>
              <td className="py-1 pr-2">
                <Link className="underline underline-offset-2" href={evidence(library, slug, kind, what)}>
                  {name}
                </Link>
              </td>
              <td className="pr-2 text-quiet">{kind}</td>
              <td className="num pr-2 break-words">{kind === 'scenario' ? what : caseValues(what)}</td>
              <td>
                {came.map(({ run, startedAt, as }) => (
                  <button key={run} type="button" className="mr-3 text-left" onClick={() => onRun(run)}>
                    <span className="underline underline-offset-2">{exactTime(startedAt)}</span>{' '}
                    <span className="num">{as}</span>
                  </button>
                ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  )
}

const evidence = (library: string, slug: string, kind: Flaky['kind'], what: string) =>
  kind === 'scenario'
    ? `/${library}/${slug}/behaviour`
    : kind === 'picture'
      ? `/${library}/review`
      : caseAddress(library, slug, what)
