import { statSync } from 'node:fs'
import { resolve } from 'node:path'
import { TraceMap } from '@jridgewell/trace-mapping'
import { LRUCache } from 'lru-cache'
import type { BuildFailure, Metafile } from 'esbuild'
import { textOf, type FileTree } from '@/core/sheet'
import type { Problem } from '@/core/problem'
import { nowReading } from './apart'
import { ASSET_LOADERS } from './assetLoaders'
import { ENTRIES, entryOf, fromTree, SHARED } from './fromTree'
import { addressOf, isAddress } from './addresses'
import { isBare } from './PackageReach'
import { BundlerDown, runBundler } from './runBundler'

/** Modules and all that they import, as one ES module, with the styles that they import. */
export interface CompiledScript {
  text?: string
  styles?: { css: string; map: TraceMap }
  /** Of each module, the files that it leads to, itself among them. */
  reach: ReadonlyMap<string, ReadonlySet<string>>
  problems: Problem[]
  /** Some of it stands outside of the library, in packages. */
  readsOutside: boolean
}

// A component is compiled again at each keystroke in its other files, and in each of its contexts.
const kept = new LRUCache<string, { inputs: ReadonlyMap<string, string | undefined>; compiled: CompiledScript }>({
  max: 60,
})

/** The name under which a bundle of several modules exports one of them. */
export const memberName = (at: number): string => `m${at}`

/**
 * Bundles modules with the files that they import into one ES module. One module exports what it does; of several, each is
 * exported under its `memberName`, and what two of them import is there once.
 */
export async function compileScript(tree: FileTree, paths: readonly string[]): Promise<CompiledScript> {
  const isBuilt = tree.styleBuild?.isTrusted ?? false
  const key = [tree.folder ?? '', isBuilt, ...paths].join('|')
  const known = kept.get(key)
  if (known && [...known.inputs].every(([input, mark]) => markOf(tree, input) === mark)) return known.compiled
  nowReading(paths.at(-1)!)
  const { inputs, compiled } = await bundle(tree, paths)
  kept.delete(key)
  // What the build of styles reads besides is not known here; it keeps what it has made by itself.
  const isKnown = !isBuilt || inputs.every((input) => !/\.s?css$/.test(input))
  if (compiled.problems.length === 0 && isKnown)
    kept.set(key, { inputs: new Map(inputs.map((input) => [input, markOf(tree, input)])), compiled })
  return compiled
}

/** What changes when an input does: a library's file is its text, one of a package the time at which it was written. */
function markOf(tree: FileTree, input: string): string | undefined {
  const text = textOf(tree, input)
  // What lies in an archive never changes.
  if (text !== undefined || tree.folder === undefined || /\.zip\//.test(input)) return text
  return String(statSync(resolve(tree.folder, input), { throwIfNoEntry: false })?.mtimeMs)
}

// What bundlers put into a build, and code takes for granted.
const DEFINED = {
  'process.env.NODE_ENV': '"production"',
  'process.env': '{"NODE_ENV":"production"}',
  'import.meta.env': '{"MODE":"production","PROD":true,"DEV":false,"SSR":false,"BASE_URL":"/"}',
  global: 'globalThis',
}

const allOf = (tree: FileTree, paths: readonly string[]) =>
  paths.map((path, at) => `export * as ${memberName(at)} from ${JSON.stringify(entryOf(tree, path))}`).join('\n')

async function bundle(
  tree: FileTree,
  paths: readonly string[],
): Promise<{ inputs: string[]; compiled: CompiledScript }> {
  const problems: Problem[] = []
  const folder = tree.folder ?? '/'
  try {
    const { outputFiles, metafile } = await runBundler(({ build }) =>
      build({
        ...(paths.length === 1
          ? { entryPoints: [entryOf(tree, paths[0]!)] }
          : { stdin: { contents: allOf(tree, paths), resolveDir: folder, sourcefile: ENTRIES } }),
        // Inputs and maps are told from here.
        absWorkingDir: folder,
        outdir: folder,
        bundle: true,
        write: false,
        metafile: true,
        sourcemap: 'external',
        format: 'esm',
        target: 'es2023',
        jsx: 'automatic',
        logLevel: 'silent',
        define: DEFINED,
        loader: ASSET_LOADERS,
        plugins: [fromTree(tree, problems)],
      }),
    )
    const ending = (end: string) => outputFiles.find((file) => file.path.endsWith(end))?.text
    const css = ending('.css')
    const inputs = Object.keys(metafile.inputs).map(pathInLibrary)
    const compiled = {
      readsOutside: inputs.some((input) => !tree.paths.includes(input) && !isOurs(input)),
      text: ending('.js')!,
      reach: reachIn(metafile, paths),
      problems,
      ...(css !== undefined && { styles: { css, map: traceOf(ending('.css.map')!) } }),
    }
    return { inputs, compiled }
  } catch (error) {
    return {
      inputs: [],
      compiled: { reach: new Map(), readsOutside: false, problems: [...problems, ...faultsIn(error, paths[0]!)] },
    }
  }
}

/** What is wrong with the modules, where that is why they could not be bundled. */
function faultsIn(error: unknown, file: string): Problem[] {
  if (error instanceof BundlerDown) {
    const message = 'the bundler breaks down at this: it, or what it imports, may nest too deeply'
    return [{ file, line: 1, column: 1, message }]
  }
  const { errors } = error as BuildFailure
  if (!Array.isArray(errors)) throw error // our bug, not the author's
  return errors.map(({ text, location }) => ({
    file: location ? pathInLibrary(location.file) : file,
    line: location?.line ?? 1,
    column: (location?.column ?? 0) + 1,
    message: plainFault(text),
  }))
}

/** What the bundler takes from us: values that are defined, the entry of several modules, the React that all share. */
const isOurs = (input: string) => /^<define:/.test(input) || input.includes(ENTRIES) || input.startsWith(`${SHARED}:`)

function reachIn({ inputs }: Metafile, paths: readonly string[]): CompiledScript['reach'] {
  const imports = new Map(Object.entries(inputs).map(([name, input]) => [pathInLibrary(name), input.imports]))
  const reached = paths.map((path) => {
    const found = new Set([path])
    for (const each of found) for (const next of imports.get(each) ?? []) found.add(pathInLibrary(next.path))
    return [path, found] as const
  })
  return new Map(reached)
}

/** What esbuild says of a name that leads nowhere, in our words. */
function plainFault(text: string): string {
  const name = /^Could not resolve "(.*)"$/.exec(text)?.[1]
  if (name === undefined) return text
  return isBare(name)
    ? `no package "${name}" is installed in the library's folder or above it, and no alias leads to it`
    : `no file "${name}"`
}

/** `library:components/a.tsx` → `components/a.tsx`. */
const pathInLibrary = (file: string) => file.replace(/^.*?\blibrary:\/?/, '')

/** A map whose sources are paths of the library, decoded. */
function traceOf(map: string): TraceMap {
  const read = JSON.parse(map) as { sources: string[] }
  // The trace resolves sources as addresses: what looks like a relative path would lose its folders.
  return new TraceMap(
    JSON.stringify({
      ...read,
      sources: read.sources.map((source) => (isAddress(source) ? source : addressOf(pathInLibrary(source)))),
    }),
  )
}
