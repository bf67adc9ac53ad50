import type { FileChange, ListedRun, RunChanges, RunDetail, RunList } from '@/contract'
import { compareByMeaning, lineChanges } from '@/core/edit'
import { groupBy } from '@/core/group'
import { indexPath, REFERENCES } from '@/core/picture'
import { reportChanges, type ComponentReport } from '@/core/report'
import { SHEET_SUFFIX } from '@/core/sheet'
import { readYaml } from '@/core/yaml'
import {
  caseMarks,
  countsOfAll,
  listRuns,
  manifestTexts,
  pruneRuns,
  runManifest,
  runReports,
  runsKept,
  setRunsKept,
  type Database,
  type ListedRun as StoredRun,
} from '@/store'
import { flakyOf } from './flaky'
import type { Workspace } from './Workspace'

/** All runs of a library, or of one of its components. */
export async function runList(
  workspace: Pick<Workspace, 'link' | 'runs'>,
  libraryId: string,
  slug?: string,
): Promise<RunList> {
  const { db } = workspace.link
  const unfinished = await workspace.runs.unfinished(libraryId)
  const runs = await listRuns(db, libraryId, slug)
  return {
    runs: runs.map((run) => toListed(run, run.id === unfinished?.id)),
    flaky: await flakyOf(db, runs),
    limit: await runsKept(db, libraryId),
  }
}

function toListed({ asked, git, workers, startedAt, components, ...run }: StoredRun, canResume: boolean): ListedRun {
  const counts = countsOfAll(components)
  return {
    ...run,
    startedAt: startedAt.toISOString(),
    ...(git && { git: { commit: git.commit, ...(git.branch && { branch: git.branch }), isClean: git.isClean } }),
    ...(asked && { asked: [...asked] }),
    ...(workers && { workers }),
    components: components.map(({ slug }) => slug),
    ...(counts && { counts }),
    canResume,
  }
}

/** What a run of a library has found, and what is otherwise than in another; undefined where either is none of its runs. */
export async function runDetail(
  { link: { db } }: Pick<Workspace, 'link'>,
  libraryId: string,
  id: string,
  { with: before, component }: { with?: string | undefined; component?: string | undefined },
): Promise<RunDetail | undefined> {
  const runs = await listRuns(db, libraryId, component)
  const [run, other] = [id, before].map((each) => runs.find((one) => one.id === each))
  if (!run || (before !== undefined && !other)) return undefined
  const components = await runReports(db, id, component)
  return { components, ...(other && { changes: await changesOf(db, other, run, components, component) }) }
}

async function changesOf(
  db: Database,
  before: StoredRun,
  after: StoredRun,
  now: readonly ComponentReport[],
  component: string | undefined,
): Promise<RunChanges> {
  const was = await runReports(db, before.id, component)
  const [old, current] = await Promise.all([before, after].map(({ id }) => runManifest(db, id)))
  const both = now.filter(({ slug }) => was.some((each) => each.slug === slug))
  return {
    with: before.id,
    ...(old && current && { files: await filesOf(db, old, current) }),
    sheets: old && current ? await sheetsOf(db, old, current, both) : [],
    approved:
      old && current ? both.map(({ slug }) => slug).filter((slug) => differs(old, current, indexPath(slug))) : [],
    turned: (await Promise.all(both.map(({ slug }) => turnedOf(db, before.id, after.id, slug)))).flat(),
    said: reportChanges({ components: comparable(was, now, after) }, { components: comparable(now, was, before) }),
  }
}

/** Those that the other run took, too; and where it took all, those that it has not, since then there was no such component. */
const comparable = (own: readonly ComponentReport[], others: readonly ComponentReport[], { asked, state }: StoredRun) =>
  own.filter(({ slug }) => (asked === null && state === 'done') || others.some((each) => each.slug === slug))

/** Cases whose marks differ, by how. */
async function turnedOf(db: Database, before: string, after: string, slug: string): Promise<RunChanges['turned']> {
  const [old, now] = await Promise.all(
    [before, after].map(async (id) => new Map((await caseMarks(db, id, slug)).map(({ key, mark }) => [key, mark]))),
  )
  const differing = [...new Set([...now!.keys(), ...old!.keys()])].filter((key) => old!.get(key) !== now!.get(key))
  return [...groupBy(differing, (key) => `${old!.get(key)} ${now!.get(key)}`).values()].map((keys) => {
    const [from, to] = [old!.get(keys[0]!), now!.get(keys[0]!)]
    return { slug, ...(from && { from }), ...(to && { to }), keys }
  })
}

type Manifest = Readonly<Record<string, string>>

const differing = (old: Manifest, now: Manifest) =>
  [...new Set([...Object.keys(old), ...Object.keys(now)])].filter((path) => differs(old, now, path)).toSorted()

const differs = (old: Manifest, now: Manifest, path: string) => old[path] !== now[path]

const textsAt = async (db: Database, manifest: Manifest, paths: readonly string[]) =>
  manifestTexts(db, Object.fromEntries(paths.flatMap((path) => (manifest[path] ? [[path, manifest[path]]] : []))))

const isOfPictures = (path: string) => path.startsWith(`${REFERENCES}/`)

/** Files that differ, sheets and approved pictures left out: those are told in words of their own. */
async function filesOf(db: Database, old: Manifest, now: Manifest): Promise<FileChange[]> {
  const paths = differing(old, now).filter((path) => !path.endsWith(SHEET_SUFFIX) && !isOfPictures(path))
  const [before, after] = await Promise.all([textsAt(db, old, paths), textsAt(db, now, paths)])
  return paths.map((path) => {
    const isText = before[path] !== undefined || after[path] !== undefined
    const lines = isText ? lineChanges(before[path] ?? '', after[path] ?? '') : undefined
    return { path, is: !old[path] ? 'new' : !now[path] ? 'gone' : 'other', ...(lines && { lines }) }
  })
}

/** What differs in the sheets of components, field by field. */
async function sheetsOf(
  db: Database,
  old: Manifest,
  now: Manifest,
  components: readonly ComponentReport[],
): Promise<RunChanges['sheets']> {
  const paths = differing(old, now).filter((path) => path.endsWith(SHEET_SUFFIX))
  const [before, after] = await Promise.all([textsAt(db, old, paths), textsAt(db, now, paths)])
  return components.flatMap(({ slug, sheet }) => {
    if (sheet === undefined || before[sheet] === undefined || after[sheet] === undefined) return []
    const read = (text: string) => readYaml(text, sheet).value
    return [{ slug, changes: compareByMeaning(read(before[sheet]), read(after[sheet])) }]
  })
}

/** Says how many runs of a library are kept. @returns how many were deleted */
export async function limitRuns({ link }: Pick<Workspace, 'link'>, libraryId: string, limit: number): Promise<number> {
  await setRunsKept(link, libraryId, limit)
  return pruneRuns(link, libraryId)
}
