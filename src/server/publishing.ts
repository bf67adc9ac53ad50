import { execFile } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join, relative } from 'node:path'
import { promisify } from 'node:util'
import type { ComponentState } from '@/contract'
import { homeFolder } from '@/source'
import { findLibrary, treeOfLibrary } from '@/store'
import { componentStates } from './states'
import type { Workspace } from './Workspace'

const run = promisify(execFile)
const LONGEST_MS = 600_000

/**
 * Makes the guide of a stored library as pages, with the marks of its last runs. A process of its own makes them: pages are
 * rendered there as a browser would, which the application's own server does not do.
 * @throws Error with what the pages' maker said
 */
export async function publishGuide(workspace: Workspace, libraryId: string): Promise<Record<string, Uint8Array>> {
  const tree = await treeOfLibrary(workspace.link.db, libraryId)
  const record = await findLibrary(workspace.link.db, libraryId)
  // What is only perhaps out of date must not be published so.
  if (record) await workspace.freshness.settle(record)
  const states = (await componentStates(workspace, libraryId))?.components ?? []
  const scratch = mkdtempSync(join(tmpdir(), 'brelt-guide-'))
  try {
    const [folder, out, found] = [join(scratch, 'library'), join(scratch, 'guide'), join(scratch, 'states.json')]
    // What its code imports is only found from where it stands.
    const isLinked = tree.folder !== undefined && existsSync(tree.folder)
    for (const path of isLinked ? [] : tree.paths) {
      mkdirSync(dirname(join(folder, path)), { recursive: true })
      writeFileSync(join(folder, path), tree.bytes(path)!)
    }
    const from = isLinked ? tree.folder! : folder
    const trust = tree.styleBuild?.isTrusted ? ['--trust-config'] : []
    writeFileSync(found, JSON.stringify({ states: states.map((state) => [state.slug, state]), foot: footOf(states) }))
    const program = join(/* turbopackIgnore: true */ homeFolder(), 'dist', 'cli.mjs')
    await run(process.execPath, [program, 'guide', from, '--out', out, '--states', found, ...trust], {
      env: { ...process.env, BRELT_HOME: homeFolder(), NODE_ENV: 'production' },
      timeout: LONGEST_MS,
    }).catch((error: Error & { code?: number; stderr?: string }) => {
      // 1: pages were written, and something in a guide names what is not there; the pages say so at its place.
      if (error.code !== 1) throw new Error(error.stderr || error.message)
    })
    return filesIn(out)
  } finally {
    rmSync(scratch, { recursive: true, force: true })
  }
}

function footOf(states: readonly ComponentState[]): string {
  const last = states.toSorted((a, b) => b.startedAt.localeCompare(a.startedAt))[0]
  if (!last) return 'Not verified.'
  const outdated = states.some(({ isOutdated }) => isOutdated) ? ' Some files have changed since.' : ''
  return `Last verified on ${last.startedAt.slice(0, 10)} in ${last.browser}.${outdated}`
}

function filesIn(folder: string): Record<string, Uint8Array> {
  const files: Record<string, Uint8Array> = {}
  const take = (at: string) => {
    for (const name of readdirSync(at)) {
      const path = join(at, name)
      if (statSync(path).isDirectory()) take(path)
      else files[relative(folder, path).replaceAll('\\', '/')] = readFileSync(path)
    }
  }
  take(folder)
  return files
}
