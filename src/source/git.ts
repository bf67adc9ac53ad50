import { askGit, askStatus } from './askGit'

/** What a folder's repository says of it. */
export interface GitState {
  /** The commit that is checked out, in full. */
  commit: string
  /** Undefined where a commit is checked out that is no branch's. */
  branch?: string
  /** Nothing in the folder differs from that commit. */
  isClean: boolean
  /** The folder as seen from the repository's root, with a slash at its end; empty where it is the root. */
  folder: string
}

/** @returns undefined where the folder lies in no repository, or nothing has been committed */
export async function gitState(folder: string): Promise<GitState | undefined> {
  const [commit, branch, changes, prefix] = await Promise.all([
    askGit(folder, 'rev-parse', 'HEAD'),
    askGit(folder, 'symbolic-ref', '--short', '--quiet', 'HEAD'),
    askStatus(folder),
    askGit(folder, 'rev-parse', '--show-prefix'),
  ])
  if (commit === undefined || changes === undefined) return undefined
  const about = { isClean: changes.trim() === '', folder: (prefix ?? '').trim() }
  return { commit: commit.trim(), ...(branch && { branch: branch.trim() }), ...about }
}

/** Who commits here; undefined where git has not been told. */
export const gitUser = async (folder: string): Promise<string | undefined> =>
  (await askGit(folder, 'config', 'user.name'))?.trim() || undefined

/** A commit, as it is told. */
export interface Commit {
  /** In full. */
  commit: string
  /** ISO 8601. */
  at: string
  /** Its first line. */
  subject: string
}

/** The last commit that changed any of some files of a folder; undefined where none has. @param paths as seen from the folder */
export async function lastCommit(folder: string, paths: readonly string[]): Promise<Commit | undefined> {
  if (paths.length === 0) return undefined
  const literal = paths.map((path) => `:(literal)${path}`)
  const said = await askGit(folder, 'log', '-1', '--format=%H%x00%cI%x00%s', '--', ...literal)
  const [commit, at, subject] = said?.trim().split('\0') ?? []
  return commit && at ? { commit, at, subject: subject ?? '' } : undefined
}

/** Files of a folder that differ from what is committed, as seen from the folder. */
export async function changedFiles(folder: string, { folder: prefix }: Pick<GitState, 'folder'>): Promise<string[]> {
  const said = (await askStatus(folder, '-z', '--no-renames')) ?? ''
  // Each as: two letters, a blank, the path as seen from the repository's root.
  return said.split('\0').flatMap((line) => (line.length > 3 ? [line.slice(3 + prefix.length)] : []))
}
