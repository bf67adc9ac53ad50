import { createHash } from 'node:crypto'
import { spawnSync } from 'node:child_process'
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Browser } from 'puppeteer-core'
import { approve, comparePictures, type PlacedPixels } from '@/core/picture'
import { overlay, treeOf, type FileTree } from '@/core/sheet'
import { prepareLibrary, verifyLibrary, type ComponentPictures } from '@/runner'
import { benchLibrary } from './component'

const SIDE = 2000
const ROUNDS = 3
const TOLERANCE = { colour: 0.01, antialiasing: 'discount' } as const

const median = (values: readonly number[]) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

/**
 * How many megapixels a second are compared: of pictures that are equal, of pictures as interfaces are no pixel of which is, and of
 * noise, where no two pixels are alike.
 */
export function comparisonRates(): { equal: number; unequal: number; noise: number } {
  const paint = (colourAt: (x: number, y: number) => [number, number, number]): PlacedPixels => {
    const data = new Uint8Array(SIDE * SIDE * 4)
    for (let at = 0; at < SIDE * SIDE; at++) data.set([...colourAt(at % SIDE, Math.floor(at / SIDE)), 255], at * 4)
    return { width: SIDE, height: SIDE, data, at: { x: 0, y: 0 } }
  }
  // Boxes of flat colours, with edges.
  const boxes = (shift: number) =>
    paint((x, y) => [((x >> 5) % 12) * 15 + shift, ((y >> 4) % 9) * 20 + shift, (((x + y) >> 6) % 5) * 30 + shift])
  const noise = (seed: number) => {
    let state = seed
    const next = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) >>> 24
    return paint(() => [next(), next(), next()])
  }
  const [one, same, other] = [boxes(0), boxes(0), boxes(40)]
  const rate = (a: PlacedPixels, b: PlacedPixels) =>
    median(
      Array.from({ length: ROUNDS }, () => {
        const start = performance.now()
        comparePictures(a, b, TOLERANCE)
        return (SIDE * SIDE) / 1000 / (performance.now() - start)
      }),
    )
  return { equal: rate(one, same), unequal: rate(one, other), noise: rate(noise(1), noise(2)) }
}

/** What taking pictures costs beyond reading, in ms a case: where all are as approved, and where all are new. */
export async function pictureCost(browser: Browser, cases: number): Promise<{ same: number; fresh: number }> {
  const plain = benchLibrary(cases)
  const sheet = 'components/berth/berth.sheet.yaml'
  const text = new TextDecoder().decode(plain.bytes(sheet))
  const tree = overlay(plain, { [sheet]: `${text}\npictures: all\n` })
  const run = async (of: FileTree, isPictured: boolean) => {
    const prepared = await prepareLibrary(of)
    const taken: ComponentPictures[] = []
    const options = isPictured
      ? { pictures: { rig: 'bench' }, onPictures: (_: string, found: ComponentPictures) => taken.push(found) }
      : {}
    const { milliseconds } = await verifyLibrary(browser, prepared, options)
    return { milliseconds, taken: taken[0] }
  }
  const { taken } = await run(tree, true)
  const changes = await approve(
    tree,
    [{ slug: 'berth', results: taken!.results, gone: [] }],
    { rig: 'bench', by: 'bench', on: '' },
    { png: (picture) => taken!.png(picture), hash: (each) => createHash('sha256').update(each).digest('hex') },
  )
  const files = Object.fromEntries(tree.paths.map((path) => [path, tree.bytes(path)!]))
  for (const [path, contents] of changes)
    if (contents !== null) files[path] = typeof contents === 'string' ? new TextEncoder().encode(contents) : contents
  const approved = treeOf(files)
  const rounds: { plain: number; same: number; fresh: number }[] = []
  for (let round = 0; round < ROUNDS; round++)
    rounds.push({
      plain: (await run(tree, false)).milliseconds,
      same: (await run(approved, true)).milliseconds,
      fresh: (await run(tree, true)).milliseconds,
    })
  const beyond = (of: 'same' | 'fresh') => median(rounds.map((each) => (each[of] - each.plain) / cases))
  return { same: beyond('same'), fresh: beyond('fresh') }
}

/**
 * How long Firnline takes from the command line, in seconds: read anew, unchanged, with one declaration changed, with one rule changed
 * so that what was read holds, and so that it misses, for whose line a browser is asked.
 */
export function againTimes(): { fresh: number; unchanged: number; declaration: number; rule: number; miss: number } {
  const folder = mkdtempSync(join(tmpdir(), 'brelt-bench-'))
  cpSync('demo/firnline', folder, { recursive: true })
  // Nothing is kept of it yet.
  rmSync(join(folder, '.brelt'), { recursive: true, force: true })
  const verify = () => {
    const start = performance.now()
    const { status } = spawnSync(process.execPath, ['bin/brelt.mjs', 'verify', folder], { stdio: 'ignore' })
    // Firnline misses on purpose.
    if (status !== 1) throw new Error(`verify ended with ${status}`)
    return (performance.now() - start) / 1000
  }
  const edit = (path: string, from: RegExp, to: string) => {
    const file = join(folder, 'components', path)
    const text = readFileSync(file, 'utf8')
    if (!from.test(text)) throw new Error(`${path} has no ${String(from)}`)
    writeFileSync(file, text.replace(from, to))
  }
  try {
    const fresh = verify()
    const unchanged = median(Array.from({ length: ROUNDS }, verify))
    const declaration = median(
      [1, 2, 3].map((width) => {
        edit('bunk-check/bunk-check.css', /border-radius: [^;]+;/, `border-radius: ${width}px;`)
        return verify()
      }),
    )
    const expecting = (values: readonly string[]) =>
      median(
        values.map((value) => {
          edit('lamp-switch/lamp-switch.sheet.yaml', /(width: )[^,}]+/, `$1${value}`)
          return verify()
        }),
      )
    const rule = expecting(['"> 21px"', '"> 22px"', '"> 23px"'])
    const miss = expecting(['41px', '42px', '43px'])
    return { fresh, unchanged, declaration, rule, miss }
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
