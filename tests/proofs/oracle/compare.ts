import { posix } from 'node:path'
import type { Browser } from 'puppeteer-core'
import { treeOf, type FileTree } from '@/core/sheet'
import type { CaseResult } from '@/core/plan'
import { openLibrary, prepareLibrary, verifyLibrary } from '@/runner'
import { openFolder } from '@/source'
import { Oracle, type OracleLibrary } from './Oracle'
import { generateLibrary, type Generated } from './generate'

/** One reading in which Brelt and the oracle differ. */
export interface Difference {
  slug: string
  key: string
  part: string
  reading: string
  brelt: string
  oracle: string
}

export interface Comparison {
  compared: number
  skipped: number
  differences: Difference[]
}

/** A generated library as the oracle takes it. */
export const oracleLibraryOf = (files: Generated): OracleLibrary => {
  const { viewport, contexts, styles } = JSON.parse(files['library.yaml']!) as Pick<
    OracleLibrary,
    'viewport' | 'contexts' | 'styles'
  >
  return { files: new Map(Object.entries(files)), styles, contexts, viewport, properties: () => [] }
}

export interface CompareOptions {
  components?: readonly string[]
  /** How many cases of each component the oracle reads, chosen by `seed`; all when left out. */
  most?: number
  seed?: number
  lanes?: number
  /** Scenarios are performed too: all of them must hold. */
  withScenarios?: boolean
}

/** Has both read every case of a library, and tells where they differ. */
export async function compare(
  browsers: { brelt: Browser; oracle: Browser },
  tree: FileTree,
  library: OracleLibrary,
  { components, most = Infinity, seed = 1, lanes = 2, withScenarios }: CompareOptions = {},
): Promise<Comparison> {
  const prepared = await prepareLibrary(tree, components ? { components } : {})
  const results: { slug: string; result: CaseResult }[] = []
  const comparison: Comparison = { compared: 0, skipped: 0, differences: [] }
  await verifyLibrary(
    browsers.brelt,
    { ...prepared, withScenarios: withScenarios === true },
    {
      onCase: (slug, result) => results.push({ slug, result }),
      onScenario: (slug, { verdict, performance, name }) =>
        verdict !== 'holds' &&
        comparison.differences.push({
          ...{ slug, key: '', part: '', reading: name, oracle: 'it holds' },
          brelt: `${verdict}: ${performance.steps.map(({ message }) => message).join(' ')}`,
        }),
    },
  )
  const oracle = new Oracle(browsers.oracle, library)
  const slugs = [...new Set(results.map(({ slug }) => slug))]
  const queue = slugs.flatMap((own) =>
    chosen(
      results.filter(({ slug }) => slug === own),
      most,
      seed,
    ),
  )
  const work = async () => {
    for (let next = queue.shift(); next; next = queue.shift())
      await compareCase(oracle, next.slug, next.result, comparison)
  }
  await Promise.all(Array.from({ length: lanes }, work))
  return comparison
}

/** Some of a list, always the same ones for a seed. */
function chosen<T>(list: readonly T[], most: number, seed: number): T[] {
  const rest = [...list]
  let state = seed
  const taken: T[] = []
  while (taken.length < most && rest.length > 0) {
    state = (state * 1103515245 + 12345) % 2 ** 31
    taken.push(...rest.splice(state % rest.length, 1))
  }
  return taken
}

async function compareCase(oracle: Oracle, slug: string, { key, values, checks }: CaseResult, to: Comparison) {
  const tell = (part: string, reading: string, brelt: string, told: string) =>
    to.differences.push({ slug, key, part, reading, brelt, oracle: told })
  const wanted = checks.map(({ part, reading }) => ({ part, reading }))
  let read
  try {
    read = await oracle.read(slug, values, wanted)
  } catch (error) {
    // A case that no person can bring about must not have readings.
    const reasons = new Set(
      checks.map(({ verdict, reason, measured }) => (verdict === 'unread' ? reason : `read as ${measured}`)),
    )
    if (checks.some(({ verdict }) => verdict !== 'unread'))
      tell(
        '',
        '',
        [...reasons].slice(0, 3).join(' | '),
        `cannot be brought about: ${(error as Error).message.split('\n')[0]}`,
      )
    return
  }
  checks.forEach(({ part, reading, verdict, measured, reason }, at) => {
    const found = read[at]!
    if ('skipped' in found) {
      to.skipped++
      return
    }
    to.compared++
    if ('absent' in found) {
      if (verdict !== 'unread') tell(part, reading, measured ?? '', 'the part is not there')
    } else if (verdict === 'unread') tell(part, reading, `unread: ${reason}`, found.text)
    else if (
      reading === 'contrast'
        ? Math.abs(Number(measured) - Number(found.text)) > 0.3
        : !isSameReading(measured ?? '', found.text, reading.startsWith('target.'))
    )
      tell(part, reading, measured ?? '', found.text)
  })
}

/** Lengths may differ by what two layouts round differently; what a pointer hits, by a whole pixel at either end. */
function isSameReading(a: string, b: string, isTarget: boolean): boolean {
  if (a === b) return true
  const [first, second] = [a, b].map((text) => /^(-?[\d.]+)px$/.exec(text)?.[1])
  return (
    first !== undefined && second !== undefined && Math.abs(Number(first) - Number(second)) <= (isTarget ? 2 : 0.06)
  )
}

/** Compares both on a library in a folder. What its tokens come to is taken from Brelt: it is not what is judged here. */
export async function compareFolder(
  browsers: { brelt: Browser; oracle: Browser },
  folder: string,
  options: CompareOptions & { modules?: string } = {},
): Promise<Comparison> {
  const tree = openFolder(folder)
  const { library, tokens } = openLibrary(tree)
  const text = (path: string) => new TextDecoder().decode(tree.bytes(path))
  const files = new Map(tree.paths.map((path) => [path, text(path)]))
  // A page of its own reaches no files: fonts stand in the text, as a build would put them.
  for (const [path, css] of files)
    if (path.endsWith('.css'))
      files.set(
        path,
        withFonts(css, path, (font) => tree.bytes(font)),
      )
  return compare(
    browsers,
    tree,
    {
      files,
      styles: library.data.styles,
      contexts: library.data.contexts,
      viewport: library.data.viewport,
      properties: (values) => tokens.customProperties(values),
      ...(options.modules && { modules: options.modules }),
    },
    options,
  )
}

const withFonts = (css: string, path: string, bytes: (path: string) => Uint8Array | undefined) =>
  css.replace(/url\("?([^")]+\.woff2)"?\)/g, (_, name: string) => {
    const found = bytes(posix.normalize(posix.join(posix.dirname(path), name)))
    return `url("data:font/woff2;base64,${Buffer.from(found!).toString('base64')}")`
  })

/** Compares both on the library of a seed. */
export function compareSeed(
  browsers: { brelt: Browser; oracle: Browser },
  seed: number,
  most = CASES_A_SEED,
): Promise<Comparison> {
  const files = generateLibrary(seed)
  return compare(browsers, treeOf(files), oracleLibraryOf(files), { most, seed, withScenarios: true })
}

// Enough to meet each state now and then; over many seeds all are met.
const CASES_A_SEED = 5

export const printDifference = ({ slug, key, part, reading, brelt, oracle }: Difference) =>
  `${slug} ${key} · ${part} · ${reading}: Brelt "${brelt}", oracle "${oracle}"`
