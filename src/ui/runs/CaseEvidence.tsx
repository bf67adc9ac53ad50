import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { ROUTES } from '@/contract'
import type { CheckResult } from '@/core/plan'
import { caseAddress, caseValues, Link } from '../frame'
import { call, Refusal } from '../live'
import { Mark } from '../marks'

export interface CaseEvidenceProps {
  library: string
  slug: string
  caseKey: string
  /** Runs that have read the case. */
  before: string
  after: string
}

/** A case; opened, what both runs have read in it where they differ. */
export function CaseEvidence({ library, slug, caseKey, before, after }: CaseEvidenceProps) {
  const [isOpen, setOpen] = useState(false)
  return (
    <li data-case={caseKey}>
      <span className="flex items-baseline gap-2">
        <button
          type="button"
          className="num min-w-0 truncate text-left underline underline-offset-2"
          aria-expanded={isOpen}
          title={caseKey}
          onClick={() => setOpen(!isOpen)}
        >
          {caseValues(caseKey)}
        </button>
        <Link className="ml-auto shrink-0 underline underline-offset-2" href={caseAddress(library, slug, caseKey)}>
          Matrix
        </Link>
      </span>
      {isOpen && <Readings {...{ slug, before, after }} caseKey={caseKey} />}
    </li>
  )
}

interface Read {
  checks: readonly CheckResult[]
  failure?: string | undefined
}

/** What a run has read in a case; nothing where it has not taken it. */
async function readIn(run: string, slug: string, key: string): Promise<Read> {
  try {
    return await call(ROUTES.caseChecks, { run }, { query: { slug, key } })
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) return { checks: [] }
    throw error
  }
}

function Readings({ slug, caseKey, before, after }: Omit<CaseEvidenceProps, 'library'>) {
  const { data, error } = useQuery({
    queryKey: ['readings', before, after, slug, caseKey],
    queryFn: () => Promise.all([before, after].map((run) => readIn(run, slug, caseKey))),
    staleTime: Infinity,
  })
  if (error) return <p className="text-miss">{error.message}</p>
  if (!data) return <p className="text-quiet">Loading …</p>
  const rows = pairsOf(data[0]!.checks, data[1]!.checks)
  const failures = data.flatMap(({ failure }) => failure ?? [])
  return (
    <div className="mb-2 overflow-x-auto">
      {failures.map((failure) => (
        <p key={failure} className="text-miss">
          {failure}
        </p>
      ))}
      <table className="w-full text-left" aria-label="What was read">
        <thead className="text-quiet">
          <tr>
            <th className="pr-2 font-normal">Reading</th>
            <th className="pr-2 font-normal">Expected</th>
            <th className="pr-2 font-normal">Before</th>
            <th className="font-normal">In this run</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ name, was, is }) => (
            <tr key={name} className="border-t border-line align-baseline">
              <td className="pr-2">{name}</td>
              <td className="num pr-2">{(is ?? was)!.expected || (is ?? was)!.expectation}</td>
              <td className="pr-2">
                <Value check={was} />
              </td>
              <td>
                <Value check={is} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length === 0 && failures.length === 0 && <p className="text-quiet">Both have read the same.</p>}
    </div>
  )
}

const Value = ({ check }: { check: CheckResult | undefined }) =>
  check ? (
    <span className="num">
      <Mark kind={check.verdict} className="mr-1 inline" />
      {check.verdict === 'unread' ? check.reason : check.measured}
    </span>
  ) : (
    <span className="text-quiet">not asked</span>
  )

interface Pair {
  name: string
  was?: CheckResult | undefined
  is?: CheckResult | undefined
}

/** Readings of one case that two runs tell differently. A rule that has moved is the same where it asks the same. */
export function pairsOf(before: readonly CheckResult[], after: readonly CheckResult[]): Pair[] {
  const byName = (checks: readonly CheckResult[]) => {
    const found = new Map<string, CheckResult>()
    for (const check of checks) {
      const name = `${check.part} · ${check.reading}`
      for (let at = 1; ; at++) {
        const numbered = at === 1 ? name : `${name} (${at})`
        if (found.has(numbered)) continue
        found.set(numbered, check)
        break
      }
    }
    return found
  }
  const [old, now] = [byName(before), byName(after)]
  return [...new Set([...now.keys(), ...old.keys()])].flatMap((name) => {
    const [was, is] = [old.get(name), now.get(name)]
    const isSame = was?.verdict === is?.verdict && was?.measured === is?.measured && was?.expected === is?.expected
    return isSame ? [] : [{ name, was, is }]
  })
}
