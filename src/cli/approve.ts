import { createHash } from 'node:crypto'
import { join } from 'node:path'
import { userInfo } from 'node:os'
import { approve as approval, isChanged, type Approved, type PictureResult } from '@/core/picture'
import { counted } from '@/core/words'
import {
  BrowserSource,
  type ComponentPictures,
  FolderKeeper,
  KeptResults,
  prepareLibrary,
  runEnvironment,
  startBrowser,
  verifyLibrary,
} from '@/runner'
import type { FileTree } from '@/core/sheet'
import { gitState, gitUser, openFolder, writeFiles } from '@/source'
import { makeProgress } from './progress'
import type { Terminal } from './terminal'
import { picturesOn } from './verify'

export interface ApproveArguments {
  component?: string[]
  /** Numbers of groups, as `verify` prints them; of one component. */
  group?: number[]
  case?: string[]
  by?: string
  note?: string
  /** Pictures are kept beside those that are approved for other rigs only. */
  rig?: boolean
  cache?: string
  trustConfig?: boolean
}

/** `brelt approve`: makes pictures as they are now the ones that later ones are held against. */
export async function approve(folder: string, given: ApproveArguments, terminal: Terminal): Promise<number> {
  if (given.group && given.component?.length !== 1)
    throw new Error('groups are numbered for each component: name one, as in "--component bunk-check --group 1"')
  const tree = openFolder(folder, { trustConfig: given.trustConfig })
  const { rig, taken } = await takePictures(folder, tree, given, terminal)
  const hasCase = (key: string) => [...taken.values()].some(({ results }) => results.some((each) => each.key === key))
  const unknown = given.case?.find((key) => !hasCase(key))
  if (unknown !== undefined) throw new Error(`there is no picture of a case "${unknown}"`)
  const chosen = [...taken]
    .map(([slug, found]) => choose(slug, found, given))
    .filter(({ results, gone }) => results.length + gone.length > 0)
  const state = await gitState(folder)
  const about = {
    rig,
    by: given.by ?? (await gitUser(folder)) ?? userInfo().username,
    on: new Date().toISOString(),
    ...(state && { in: state.commit.slice(0, COMMIT_DIGITS) }),
    ...(given.note !== undefined && { note: given.note }),
  }
  const files = await approval(tree, chosen, about, {
    png: (picture) => firstOf([...taken.values()].map((found) => () => found.png(picture))),
    hash: (text) => createHash('sha256').update(text).digest('hex'),
  })
  await writeFiles(folder, files)
  for (const { slug, results, gone } of chosen) {
    const left = gone.length > 0 ? `, ${counted(gone.length, 'picture')} of no case any more taken away` : ''
    terminal.stdout.write(`${slug}: ${counted(results.length, 'picture')} approved${left}\n`)
  }
  if (chosen.length === 0) terminal.stdout.write('There is nothing to approve.\n')
  return 0
}

// As many as nobody confuses two by.
const COMMIT_DIGITS = 12

/** Takes pictures of a library's components; those that have just been verified are known, and no browser is started. */
async function takePictures(folder: string, tree: FileTree, given: ApproveArguments, { stderr }: Terminal) {
  const { cache = join(folder, '.brelt', 'cache'), component } = given
  const environment = await runEnvironment().catch(() => undefined)
  const prepared = await prepareLibrary(tree, { components: component })
  const pictures = picturesOn(environment, prepared)
  const keeper = new FolderKeeper(cache)
  const taken = new Map<string, ComponentPictures>()
  const browsers = new BrowserSource(startBrowser)
  const progress = makeProgress(stderr)
  try {
    await verifyLibrary(
      browsers,
      { ...prepared, withScenarios: false },
      {
        kept: environment && new KeptResults(environment, keeper),
        pictures,
        onProgress: progress.show,
        onPictures: (slug, found) => taken.set(slug, found),
      },
    )
  } finally {
    progress.end()
    await browsers.close()
  }
  return { rig: pictures.rig, taken }
}

async function firstOf<T>(ways: readonly (() => Promise<T | undefined>)[]): Promise<T | undefined> {
  for (const way of ways) {
    const found = await way()
    if (found !== undefined) return found
  }
  return undefined
}

/** What of a component's pictures is approved. */
function choose(
  slug: string,
  { results, groups, gone }: ComponentPictures,
  { group, case: cases, rig }: ApproveArguments,
): Approved {
  const isOpen = (result: PictureResult) =>
    isChanged(result) || result.verdict === 'new' || (rig === true && result.verdict === 'other rig')
  if (!group && !cases) return { slug, results: results.filter(isOpen), gone }
  const wrong = group?.find((number) => number > groups.length)
  if (wrong !== undefined)
    throw new Error(`${slug} has ${counted(groups.length, 'group')} of changed pictures: there is no group ${wrong}`)
  const grouped = new Set(group?.flatMap((number) => groups[number - 1]!.pictures))
  return {
    slug,
    results: results.filter((each) => isOpen(each) && (grouped.has(each) || cases?.includes(each.key))),
    gone: [],
  }
}
