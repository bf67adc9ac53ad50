import { LRUCache } from 'lru-cache'
import pLimit from 'p-limit'
import type { GitFacts } from '@/contract'
import { componentFiles } from '@/core/sheet'
import { changedFiles, gitState, lastCommit, type Commit } from '@/source'
import type { Workspace } from './Workspace'

const AT_ONCE = 4

/** Which commit last changed some files, by folder, the commit that is checked out, and the files: that never changes. */
const known = new LRUCache<string, { last: Commit | undefined }>({ max: 5000 })

/** What the repository says of a library's linked folder; undefined where there is none. */
export async function gitFacts(workspace: Pick<Workspace, 'open'>, libraryId: string): Promise<GitFacts | undefined> {
  const opened = await workspace.open(libraryId)
  const folder = opened?.record.folder
  const state = folder === undefined ? undefined : await gitState(folder)
  if (!opened || folder === undefined || !state) return undefined
  const changed = state.isClean ? [] : await changedFiles(folder, state)
  const inTurn = pLimit(AT_ONCE)
  // What is gone from the folder is one of its component's files, too.
  const paths = [...new Set([...opened.library.tree.paths, ...changed])]
  const components = await Promise.all(
    opened.sheets.map((sheet) =>
      inTurn(async () => {
        const own = componentFiles(sheet, paths)
        const last = await lastOf(folder, state.commit, own)
        return { slug: sheet.slug, changed: changed.filter((path) => own.includes(path)), ...(last && { last }) }
      }),
    ),
  )
  const { commit, branch, isClean } = state
  return { commit, ...(branch !== undefined && { branch }), isClean, components }
}

async function lastOf(folder: string, commit: string, paths: readonly string[]): Promise<Commit | undefined> {
  const key = [folder, commit, ...paths].join('\n')
  let found = known.get(key)
  if (!found) known.set(key, (found = { last: await lastCommit(folder, paths) }))
  return found.last
}
