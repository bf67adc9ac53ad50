import { readFileSync, statSync } from 'node:fs'
import { BadInput } from '@/core/problem'
import { exitStatus, reportSchema, type Report } from '@/core/report'
import {
  componentFingerprint,
  prepareLibrary,
  type Performed,
  type PreparedComponent,
  type PreparedLibrary,
  type RunEnvironment,
  type Selection,
} from '@/runner'
import { commitNamed, openCommit, type OpenOptions } from '@/source'

/** What a run is compared with, to leave out what has not changed since. */
export interface Since {
  /** In words, for people. */
  name: string
  /** Whether a component is as it was, and need not be verified. */
  isUnchanged(prepared: PreparedLibrary, component: PreparedComponent): boolean
}

const refused = (given: string, message: string) =>
  new BadInput([{ file: '--changed-since', line: 1, column: 1, message: `"${given}" ${message}` }])

/**
 * Reads what `--changed-since` names: a report that was written as JSON, or else a commit.
 * @throws BadInput where it is neither
 */
export async function readSince(
  given: string,
  folder: string,
  environment: RunEnvironment | undefined,
  how: Performed,
  selection: Selection & OpenOptions,
): Promise<Since> {
  if (!environment) return { name: given, isUnchanged: () => false }
  const printOf = (prepared: PreparedLibrary, component: PreparedComponent) =>
    componentFingerprint(environment, prepared, component, how)?.()
  const before = new Map<string, string>()
  if (statSync(given, { throwIfNoEntry: false })?.isFile()) {
    for (const { slug, fingerprint } of readReport(given)) before.set(slug, fingerprint)
  } else {
    const commit = await commitNamed(folder, given)
    if (commit === undefined)
      throw refused(given, 'names neither a report that was written as JSON nor a commit of this repository')
    // What could not be read then has changed since.
    const old = await prepareLibrary(await openCommit(folder, commit, selection), selection).catch(() => undefined)
    for (const component of old?.components ?? []) {
      const print = printOf(old!, component)
      if (print !== undefined) before.set(component.sheet.slug, print)
    }
  }
  return {
    name: given,
    isUnchanged: (prepared, component) => {
      const print = printOf(prepared, component)
      return print !== undefined && before.get(component.sheet.slug) === print
    },
  }
}

/** Components that a report knows, and that held then: what did not is verified again. */
function readReport(file: string): { slug: string; fingerprint: string }[] {
  const report = parseReport(file)
  return report.components.flatMap((component) =>
    component.fingerprint !== undefined && exitStatus(onlyOf(report, component)) === 0
      ? [{ slug: component.slug, fingerprint: component.fingerprint }]
      : [],
  )
}

function parseReport(file: string): Report {
  try {
    return reportSchema.parse(JSON.parse(readFileSync(file, 'utf8')))
  } catch {
    throw refused(file, 'is no report that was written as JSON')
  }
}

/** A report as if it were of one component alone. */
function onlyOf(report: Report, component: Report['components'][number]): Report {
  const { findings, scenarios, lints } = component
  const count = (verdict: string) => findings.filter((each) => each.verdict === verdict).length
  const played = (verdict: string) => scenarios.filter((each) => each.verdict === verdict).length
  const totals = {
    ...report.totals,
    misses: count('misses'),
    unread: count('unread'),
    scenarios: {
      holds: played('holds'),
      misses: played('misses'),
      unsteady: played('unsteady'),
      unread: played('unread'),
    },
    lints: { error: lints.filter(({ severity }) => severity === 'error').length, warning: 0 },
  }
  return { ...report, totals, components: [component] }
}
