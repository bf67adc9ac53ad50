import type { CaseResult, CheckResult, SourceLine } from '../plan'
import type { Lint } from '../lint'
import { readable } from '../spec'
import { shortened } from '../words'
import type { ScenarioResult } from '../scenario'
import type { Performance } from '../steps'
import type { FailedCases } from './failed'
import { picturesReport, type PictureTally } from './pictures'
import type { ComponentReport, Finding, ScenarioReport } from './reportSchema'

// What one case says is as long as its author likes, and is told once for each rule: a report stays one that can be opened.
// It is judged whole, and told apart from others by the whole of it.
const LONGEST_VALUE = 2_000
const LONGEST_REASON = 1_000

export interface Counts {
  holds: number
  misses: number
  unread: number
}

/** Gathers what is found in a component's cases, without keeping the cases. */
export class ComponentTally {
  readonly counts: Counts = { holds: 0, misses: 0, unread: 0 }
  readonly lints: Lint[]
  readonly notes: string[] = []
  readonly scenarios: ScenarioResult[] = []
  /** What was not read again, since nothing has changed that it depends on. */
  reused: ComponentReport['reused']
  /** Names everything that its results depend on, where that is known. */
  fingerprint?: string | undefined
  /** Left out where none were taken. */
  pictures?: PictureTally
  #cases = 0
  /** Cases that could not be read at all, by their reasons. */
  #failed = new Map<string, FailedCases>()
  #findings = new Map<string, Finding>()
  #faults = new Set<string>()

  constructor(
    readonly slug: string,
    readonly name: string,
    /** The sheet's file, for lints that only the browser can find. */
    readonly file: string,
    lints: readonly Lint[],
  ) {
    this.lints = [...lints]
  }

  add(result: CaseResult): void {
    this.#cases++
    if (result.failure !== undefined) this.addFailed(result.failure, result.key)
    for (const check of result.checks) {
      this.counts[check.verdict]++
      if (check.verdict !== 'holds') this.addFinding(result.key, check)
      if (check.cause === 'expectation') this.addFault(check)
    }
  }

  /** Some of what it holds was found by an earlier run. */
  reuse({ cases = 0, scenarios = 0, since }: { cases?: number; scenarios?: number; since: string }): void {
    const before = this.reused ?? { cases: 0, scenarios: 0, since }
    this.reused = {
      cases: before.cases + cases,
      scenarios: before.scenarios + scenarios,
      since: before.since < since ? before.since : since,
    }
  }

  private addFailed(reason: string, key: string) {
    const known = this.#failed.get(reason)
    if (known) known.cases.push(key)
    else this.#failed.set(reason, { reason: shortened(reason, LONGEST_REASON), cases: [key] })
  }

  private addFinding(key: string, check: CheckResult) {
    const group = findingKey(check)
    const known = this.#findings.get(group)
    if (known) known.cases.push(key)
    else
      this.#findings.set(
        group,
        makeFinding(key, {
          ...check,
          ...(check.origin && { origin: this.nearOrigin(check.origin) }),
        }),
      )
  }

  private nearOrigin({ through, ...line }: SourceLine): SourceLine {
    const near = { ...line, file: this.near(line.file), path: line.file }
    return through ? { ...near, through: through.map((each) => this.nearOrigin(each)) } : near
  }

  /** A path as seen from the component's folder; files elsewhere keep the library's path. */
  private near(file: string): string {
    const folder = this.file.slice(0, this.file.lastIndexOf('/') + 1)
    return file.startsWith(folder) ? file.slice(folder.length) : file
  }

  /** An expectation that the browser cannot make sense of is wrong in the sheet, not in the component. */
  private addFault({ part, reading, reason, rule }: CheckResult) {
    const key = `${part}|${reading}|${rule.index}`
    if (this.#faults.has(key)) return
    this.#faults.add(key)
    this.lints.push({
      code: 'bad-expectation',
      severity: 'error',
      message: `${part} · ${reading}: ${shortened(reason, LONGEST_REASON)}.`,
      file: this.file,
      line: rule.line,
    })
  }

  /** It has cases, and nothing was found out of them. */
  private get isHollow(): boolean {
    const { holds, misses, unread } = this.counts
    const seen = holds + misses + unread + this.scenarios.length + (this.pictures?.results.length ?? 0)
    return this.#cases > 0 && seen === 0
  }

  report(): ComponentReport {
    const findings = [...this.#findings.values()].map((finding) => ({ ...finding, message: findingMessage(finding) }))
    const lints = this.lints.map(({ code, severity, message, file, line }) => ({
      code,
      severity,
      message,
      file: this.near(file),
      path: file,
      line,
    }))
    return {
      slug: this.slug,
      name: this.name,
      sheet: this.file,
      ...(this.fingerprint !== undefined && { fingerprint: this.fingerprint }),
      cases: this.#cases,
      ...(this.isHollow && { hollow: true }),
      ...(this.#failed.size > 0 && { failed: [...this.#failed.values()] }),
      lints,
      findings,
      scenarios: this.scenarios.toSorted((a, b) => a.line - b.line).map(scenarioReport),
      pictures: picturesReport(this.pictures, (file) => this.near(file)),
      notes: this.notes,
      ...(this.reused && { reused: this.reused }),
    }
  }
}

const stepsOf = ({ steps }: Performance) =>
  steps.map(({ step, verdict, at, message, line, heldAfter }) => ({
    step,
    verdict,
    at,
    message: shortened(message, LONGEST_VALUE),
    line,
    ...(heldAfter !== undefined && { heldAfter }),
  }))

const scenarioReport = ({ performance, other, ...result }: ScenarioResult): ScenarioReport => ({
  ...result,
  steps: stepsOf(performance),
  notes: [...performance.notes],
  ...(other && { otherSteps: stepsOf(other) }),
})

/** A finding is one expectation, one cause and one value: what it says is so in each of its cases. */
const findingKey = (check: CheckResult): string => {
  const { part, reading, rule, verdict, origin, reason, expected, measured, difference } = check
  return JSON.stringify([
    ...[part, reading, rule.index, verdict],
    ...(verdict === 'unread'
      ? [reason]
      : [expected, measured, difference, origin && [origin.file, origin.line, origin.declaration]]),
  ])
}

function makeFinding(key: string, check: CheckResult): Finding {
  const { part, reading, verdict, expected, expectation, measured, difference, rule, origin, reason } = check
  return {
    part,
    reading,
    verdict: verdict as Finding['verdict'],
    expected: expected || expectation,
    measured: shortened(measured, LONGEST_VALUE),
    difference,
    cases: [key],
    rule,
    ...(origin && { origin }),
    message: shortened(reason, LONGEST_REASON),
  }
}

function findingMessage({
  part,
  reading,
  verdict,
  expected,
  measured,
  difference,
  cases,
  origin,
  message,
}: Finding): string {
  const count = cases.length === 1 ? '1 case' : `${cases.length} cases`
  if (verdict === 'unread') return `${reading} of ${part} could not be read in ${count}: ${message}`
  const by = difference ? ` (${difference})` : ''
  const from = origin ? `; ${origin.file}:${origin.line} says ${origin.declaration}` : ''
  return `${reading} of ${part} is ${readable(measured) || 'empty'}, expected ${readable(expected)}${by}, in ${count}${from}`
}
