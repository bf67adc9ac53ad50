import { mkdirSync, writeFileSync, readFileSync, existsSync, readdirSync } from 'node:fs'
import { dirname, join } from 'node:path'
import type { Browser } from 'puppeteer-core'
import { describeProblem } from '@/core/problem'
import { markOf, type CaseResult } from '@/core/plan'
import {
  NoBrowser,
  openLibrary,
  type PreparedLibrary,
  prepareLibrary,
  returnBrowser,
  startBrowser,
  takeFaces,
  verifyLibrary,
} from '@/runner'
import { openFolder, workHere } from '@/source'
import type { Verdicts } from '@/site'
import type { FileTree } from '@/core/sheet'
import { inertLine } from '@/core/words'
import { makeProgress } from './progress'
import type { SafeOutput, Terminal } from './terminal'

export interface GuideArguments {
  trustConfig?: boolean
  out: string
  /** Whether the library is verified first; else pages bear no marks. */
  run: boolean
  /** A file with states of a run that was made elsewhere. */
  states?: string
}

type States = Verdicts['states']
type Told = Omit<Verdicts, 'faces'>

/** `brelt guide`: writes a library's guide as pages that need nothing but themselves. */
export async function guide(
  folder: string,
  { out, run, states: given, trustConfig }: GuideArguments,
  { stdout, stderr }: Terminal,
): Promise<number> {
  if (existsSync(out) && readdirSync(out).some((name) => !isOurs(name)))
    throw new Error(`"${out}" holds other things: a guide is written into an empty folder, or over another guide`)
  const tree = openFolder(folder, { trustConfig })
  const opened = openLibrary(tree)
  const { faces, ...verdicts } = await toldOf(tree, { run, given }, stderr)
  const { makeSite } = await import('@/site')
  const { files, problems } = await makeSite(
    { ...opened, fingerprint: 'published', work: workHere },
    { ...verdicts, faces },
  )
  for (const [path, content] of files) {
    const file = join(out, path)
    mkdirSync(dirname(file), { recursive: true })
    writeFileSync(file, content)
  }
  for (const problem of problems) stderr.write(`${inertLine(describeProblem(problem))}\n`)
  const pages = [...files.keys()].filter((path) => /^[^/]+\.html$/.test(path)).length
  stdout.write(`${inertLine(opened.library.data.name)}: ${pages} pages in ${out}\n`)
  return problems.length > 0 ? 1 : 0
}

const isOurs = (name: string) => /^(assets|data|files|pictures|[\w-]+\.html)$/.test(name)

function readStates(file: string): Told {
  const { states, foot } = JSON.parse(readFileSync(file, 'utf8')) as { states: [string, never][]; foot: string }
  return { states: new Map(states), foot }
}

/** What pages tell of a run, with pictures of the components: both from one browser. Where a run was made elsewhere they do without one. */
async function toldOf(
  tree: FileTree,
  { run, given }: { run: boolean; given: string | undefined },
  stderr: SafeOutput,
): Promise<Verdicts> {
  const known = given === undefined ? undefined : readStates(given)
  if (!run) return { states: new Map(), foot: 'Not verified.', ...known, faces: new Map() }
  const browser = await startBrowser().catch((error: unknown) => {
    if (known && error instanceof NoBrowser) return undefined
    throw error
  })
  if (!browser) return { ...known!, faces: new Map() }
  try {
    const prepared = await prepareLibrary(tree)
    const told = known ?? (await verified(browser, prepared, stderr))
    const faces = await takeFaces(browser, prepared, (slug, message) =>
      stderr.write(`${slug}: no picture of it could be taken: ${inertLine(message)}\n`),
    )
    return { ...told, faces }
  } finally {
    await returnBrowser(browser)
  }
}

/** Verifies all that there is, and keeps what pages tell of it. */
async function verified(browser: Browser, prepared: PreparedLibrary, stderr: SafeOutput): Promise<Told> {
  const marks = new Map<string, [string, ReturnType<typeof markOf>, number][]>()
  const onCase = (slug: string, result: CaseResult) => {
    const own = marks.get(slug) ?? []
    marks.set(slug, own)
    own.push([result.key, markOf(result), result.checks.filter(({ verdict }) => verdict === 'misses').length])
  }
  const progress = makeProgress(stderr)
  try {
    const report = await verifyLibrary(browser, prepared, { onCase, onProgress: progress.show })
    const day = report.startedAt.slice(0, 10)
    const states: States = new Map(
      report.components.map(({ slug, lints, findings, scenarios }) => [
        slug,
        {
          slug,
          runId: '',
          startedAt: report.startedAt,
          milliseconds: report.milliseconds,
          browser: report.browser,
          isOutdated: false,
          lints: lints as never,
          notes: [],
          findings,
          scenarios: scenarios ?? [],
          marks: marks.get(slug) ?? [],
        },
      ]),
    )
    return { states, foot: `Verified on ${day} in ${report.browser}.` }
  } finally {
    progress.end()
  }
}
