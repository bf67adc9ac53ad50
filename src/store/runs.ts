import { and, asc, desc, eq, inArray } from 'drizzle-orm'
import type { Lint } from '@/core/lint'
import type { CheckResult } from '@/core/plan'
import type { PackedPictures } from '@/core/picture'
import type { FailedCases, Finding, ScenarioReport } from '@/core/report'
import type { Database } from './open'
import { caseResults, findings, outcomes, runComponents, runs } from './schema'

export type RunState = (typeof runs.$inferSelect)['state']

/** How a component stands after the last run that took it. */
export interface ComponentState {
  slug: string
  runId: string
  state: RunState
  startedAt: Date
  milliseconds: number
  browser: string
  /** What the library's files were when it ran. */
  fingerprint: string
  /** Names everything that its results depend on, where that is known. */
  print?: string
  lints: Lint[]
  notes: string[]
  findings: Finding[]
  /** Cases that could not be read at all. */
  failed?: FailedCases[]
  scenarios: ScenarioReport[]
  /** When the run began, ISO 8601, that read its cases, where that was an earlier one. */
  readAt?: string
  /** The run of it before. */
  runBefore?: string
  /** The picture of its first case, where pictures were taken. */
  face?: Face
}

/** A picture that stands for a component. */
export interface Face {
  /** Its name. */
  picture: string
  /** In CSS pixels. */
  width: number
  height: number
}

export interface CaseMark {
  key: string
  mark: 'holds' | 'misses' | 'unread' | 'open'
  misses: number
}

/** The runs that have taken each component of a library, the last first. */
async function runsBySlug(db: Database, libraryId: string): Promise<Map<string, string[]>> {
  const rows = await db
    .select({ slug: runComponents.slug, runId: runComponents.runId })
    .from(runComponents)
    .where(eq(runComponents.libraryId, libraryId))
    .orderBy(desc(runComponents.serial))
  const found = new Map<string, string[]>()
  for (const { slug, runId } of rows) found.set(slug, [...(found.get(slug) ?? []), runId])
  return found
}

/** The last known state of each component of a library. */
export async function latestStates(db: Database, libraryId: string): Promise<ComponentState[]> {
  const all = await runsBySlug(db, libraryId)
  const states = await Promise.all(
    [...all].map(async ([slug, [last, runBefore]]) => {
      const own = await runComponent(db, last!, slug)
      return own && { ...own, ...(runBefore !== undefined && { runBefore }) }
    }),
  )
  return states.filter((state) => state !== undefined)
}

/** @param rig where the pictures were taken; its last word is their scale, as in `2x` */
function faceOf(packed: PackedPictures | null, rig: string | null): Face | undefined {
  const [first] = packed?.results ?? []
  const scale = Number(/([\d.]+)x$/.exec(rig ?? '')?.[1] ?? 1)
  return first && { picture: first.picture, width: first.width / scale, height: first.height / scale }
}

/** What a run found of a component; undefined where it did not take it. */
async function runComponent(db: Database, runId: string, slug: string): Promise<ComponentState | undefined> {
  const [row] = await db
    .select()
    .from(runComponents)
    .innerJoin(runs, eq(runs.id, runComponents.runId))
    .where(and(eq(runComponents.runId, runId), eq(runComponents.slug, slug)))
  if (!row) return undefined
  const { lints, notes, scenarios, readAt, fingerprint: print, pictures, rig, about } = row.run_components
  const face = faceOf(pictures as PackedPictures | null, rig)
  const { state, startedAt, milliseconds, browser, fingerprint } = row.runs
  return {
    slug,
    runId,
    state,
    startedAt,
    milliseconds,
    browser,
    fingerprint,
    lints: lints as Lint[],
    ...(face && { face }),
    notes: notes as string[],
    findings: await findingsOf(db, runId, slug),
    ...(about?.failed && { failed: about.failed }),
    scenarios: scenarios as ScenarioReport[],
    ...(readAt !== null && { readAt }),
    ...(print !== null && { print }),
  }
}

export async function findingsOf(db: Database, runId: string, slug: string): Promise<Finding[]> {
  const rows = await db
    .select()
    .from(findings)
    .where(and(eq(findings.runId, runId), eq(findings.slug, slug)))
    .orderBy(asc(findings.position))
  return rows.map(({ finding }) => finding as Finding)
}

/** A component's pictures after the last run that took any of it. */
export interface LatestPictures {
  slug: string
  rig: string
  packed: PackedPictures
  /** What the library's files were when they were taken. */
  fingerprint: string
}

/** The pictures of each component of a library, as the last run that took it has left them. */
export async function latestPictures(db: Database, libraryId: string): Promise<LatestPictures[]> {
  const all = await runsBySlug(db, libraryId)
  const latest = await Promise.all(
    [...all].map(([slug, [last]]) =>
      db
        .select({
          slug: runComponents.slug,
          rig: runComponents.rig,
          pictures: runComponents.pictures,
          fingerprint: runs.fingerprint,
        })
        .from(runComponents)
        .innerJoin(runs, eq(runs.id, runComponents.runId))
        .where(and(eq(runComponents.runId, last!), eq(runComponents.slug, slug))),
    ),
  )
  return latest
    .flat()
    .flatMap(({ pictures: packed, rig: where, ...row }) =>
      packed && where !== null ? [{ ...row, rig: where, packed: packed as PackedPictures }] : [],
    )
}

/** The marks of a component's cases in a run. */
export async function caseMarks(db: Database, runId: string, slug: string): Promise<CaseMark[]> {
  return db
    .select({ key: caseResults.key, mark: caseResults.mark, misses: caseResults.misses })
    .from(caseResults)
    .where(and(eq(caseResults.runId, runId), eq(caseResults.slug, slug)))
}

/** All that was read in one case. */
export async function caseChecks(
  db: Database,
  runId: string,
  slug: string,
  key: string,
): Promise<{ checks: CheckResult[]; failure?: string } | undefined> {
  const [row] = await db
    .select()
    .from(caseResults)
    .where(and(eq(caseResults.runId, runId), eq(caseResults.slug, slug), eq(caseResults.key, key)))
  if (!row) return undefined
  const ids = row.outcomes as number[]
  const rows =
    ids.length === 0
      ? []
      : await db
          .select()
          .from(outcomes)
          .where(and(eq(outcomes.runId, runId), inArray(outcomes.id, [...new Set(ids)])))
  const byId = new Map(rows.map(({ id, check }) => [id, check as CheckResult]))
  return { checks: ids.map((id) => byId.get(id)!), ...(row.failure !== null && { failure: row.failure }) }
}
