import { execFile } from 'node:child_process'
import { homedir, tmpdir } from 'node:os'
import { delimiter, dirname, isAbsolute } from 'node:path'
import { promisify } from 'node:util'

const run = promisify(execFile)
const LONGEST_MS = 20_000
const MOST_BYTES = 100_000_000

/**
 * A repository's own configuration comes with the folder, from whoever wrote that, and can name programs for git to run: to watch
 * files, at events, to show or compare contents, to check signatures, to fetch what is missing. None of them is run for a question.
 * (git-config(1); each is tried in `askGit.test`.)
 */
const NO_PROGRAMS: readonly Setting[] = [
  ['core.fsmonitor', 'false'],
  ['core.hooksPath', '/dev/null'],
  ['core.sshCommand', 'false'],
  ['core.pager', 'cat'],
  ['diff.external', ''],
  ['log.showSignature', 'false'],
  ['gpg.program', 'false'],
  ['protocol.allow', 'never'],
  // A folder that looks like a repository itself, as one can be committed to another.
  ['safe.bareRepository', 'explicit'],
]

/** As in `user.name`; a middle part may hold any sign. */
type Setting = readonly [key: string, value: string]

// What the user, or a pipeline, has told git in general; the rest would say which repository is meant, or which program is run.
const isKept = (name: string) =>
  !name.startsWith('GIT_') || /^GIT_CONFIG_(GLOBAL|SYSTEM|NOSYSTEM|COUNT|(KEY|VALUE)_\d+)$/.test(name)

/** An environment in which git runs no program that a folder names. @param more settings besides, as they are found there */
export function gitEnvironment(more: readonly Setting[] = []): NodeJS.ProcessEnv {
  const kept = Object.fromEntries(Object.entries(process.env).filter(([name]) => isKept(name)))
  const first = Number(kept.GIT_CONFIG_COUNT ?? 0) || 0
  // Not as options (`-c`): those end a key at its first `=`.
  const settings = [...NO_PROGRAMS, ...more].flatMap(([key, value], at) => [
    [`GIT_CONFIG_KEY_${first + at}`, key],
    [`GIT_CONFIG_VALUE_${first + at}`, value],
  ])
  return {
    ...kept,
    ...Object.fromEntries(settings),
    GIT_CONFIG_COUNT: String(first + NO_PROGRAMS.length + more.length),
    // No repository is looked for where everybody may put one.
    GIT_CEILING_DIRECTORIES: [tmpdir(), dirname(homedir())].join(delimiter),
    // Neither do protocols that the folder allows one by one count.
    GIT_ALLOW_PROTOCOL: 'none',
    GIT_NO_LAZY_FETCH: '1',
    GIT_OPTIONAL_LOCKS: '0',
    GIT_TERMINAL_PROMPT: '0',
    // A `git` in the folder itself is none.
    PATH: (process.env.PATH ?? '').split(delimiter).filter(isAbsolute).join(delimiter),
  }
}

/** Asks `git` about a folder, which may be anybody's. @returns undefined where there is no git, no repository, or no answer */
export const askGit = (folder: string, ...given: string[]): Promise<string | undefined> => ask(folder, given)

async function ask(folder: string, given: string[], more?: readonly Setting[]): Promise<string | undefined> {
  try {
    const options = { cwd: folder, timeout: LONGEST_MS, maxBuffer: MOST_BYTES, env: gitEnvironment(more) }
    return (await run('git', given, options)).stdout
  } catch {
    return undefined
  }
}

/**
 * What differs in a folder from what is committed, as `git status --porcelain` says it. Files that the folder has git filter by
 * programs of its own are compared as they are; what has changed inside of a submodule is not told, since git would look by the
 * submodule's settings.
 */
export async function askStatus(folder: string, ...options: string[]): Promise<string | undefined> {
  const filters = await filtersIn(folder)
  const given = ['status', '--porcelain', '--untracked-files=all', '--ignore-submodules=dirty', ...options, '--', '.']
  return filters && ask(folder, given, filters)
}

/** Settings that switch off the programs that a folder's own configuration names for its files. */
async function filtersIn(folder: string): Promise<Setting[] | undefined> {
  const listed = await askGit(folder, 'config', '--list', '--null', '--show-scope', '--name-only')
  if (listed === undefined) return undefined
  const words = listed.split('\0')
  // Scope and key in turn. A driver may be called anything, and nothing.
  const drivers = words.flatMap((key, at) => {
    const isOwn = at % 2 === 1 && /^(local|worktree)$/.test(words[at - 1]!)
    return isOwn ? (/^filter\.(.*)\.[^.]+$/s.exec(key)?.[1] ?? []) : []
  })
  return [...new Set(drivers)].flatMap((driver): Setting[] => [
    [`filter.${driver}.clean`, ''],
    [`filter.${driver}.smudge`, ''],
    [`filter.${driver}.process`, ''],
    [`filter.${driver}.required`, 'false'],
  ])
}
