import { existsSync, readFileSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { reportSchema, type Report } from '@/core/report'
import { isPackaged, type FileTree } from '@/core/sheet'
import type { PreparedLibrary } from '../prepare'
import type { RunEnvironment } from './environment'
import { tellsTime } from './fingerprint'
import type { Keeper } from './Keeper'
import type { KeptResults } from './KeptResults'
import { hashOf } from './hashOf'
import { unzip, zip } from './zipped'

/** Files in a library's folder and above it that decide what its code means. */
const AROUND = [
  'package.json',
  'tsconfig.json',
  'jsconfig.json',
  '.pnp.cjs',
  'pnpm-workspace.yaml',
  'node_modules/react-dom/package.json',
]
const MAY_EXTEND = /config\.json$/

/** What stands around a folder; undefined where it leads further than is looked. */
function surroundingsOf(folder: string): unknown[] | undefined {
  const found: unknown[] = []
  for (let at = resolve(folder); ; at = dirname(at)) {
    for (const name of AROUND) {
      const file = join(at, name)
      if (!existsSync(file)) continue
      const text = readFileSync(file, 'utf8')
      if (MAY_EXTEND.test(name) && /"(extends|references)"/.test(text)) return undefined
      found.push([file, hashOf(text)])
    }
    if (at === dirname(at)) return found
  }
}

/** The report of a run, by all files of its library: where none has changed, nothing needs to be compiled to know it. */
export class WholeRun {
  #reachesOut = false
  /** The library's files; that something outside of them is asked for is noted. */
  readonly tree: FileTree

  private constructor(
    tree: FileTree,
    private readonly key: string | undefined,
    private readonly keeper: Keeper,
  ) {
    const { packaged } = tree
    const noted: FileTree['packaged'] = (...asked) => {
      const path = packaged?.(...asked)
      this.#reachesOut ||= path !== undefined && isPackaged(path)
      return path
    }
    this.tree = packaged ? { ...tree, packaged: noted } : tree
  }

  /** @param options all that a run can be told */
  static of(tree: FileTree, environment: RunEnvironment, keeper: Keeper, options: unknown): WholeRun {
    const around = tree.folder === undefined ? undefined : surroundingsOf(tree.folder)
    // A build of the team's own may read anything.
    if (!around || tree.styleBuild?.isTrusted) return new WholeRun(tree, undefined, keeper)
    const files = tree.paths.map((path) => [path, hashOf(tree.bytes(path)!)])
    const key = hashOf(JSON.stringify(['whole', environment, options, around, tree.styleBuild, files]))
    return new WholeRun(tree, key, keeper)
  }

  /** The report of the same run, as it came out before. */
  async report(): Promise<Report | undefined> {
    const bytes = this.key === undefined ? undefined : await this.keeper.get(this.key)
    // One of another version is none.
    return bytes && reportSchema.safeParse(unzip(bytes)).data
  }

  /** Keeps a report, where nothing of it can come out otherwise as long as the files are the same. */
  async keep(report: Report, { components }: PreparedLibrary, kept: KeptResults): Promise<void> {
    const isOpen = components.some(({ compiled }) => !compiled || compiled.readsOutside || tellsTime(compiled))
    if (this.key === undefined || this.#reachesOut || isOpen || !kept.isWhole) return
    const known = report.components.map((component) => {
      const { cases, scenarios, reused } = component
      return { ...component, reused: { cases, scenarios: scenarios.length, since: reused?.since ?? report.startedAt } }
    })
    await this.keeper.put(this.key, zip({ ...report, components: known }))
  }
}
