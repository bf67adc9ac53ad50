import { statSync } from 'node:fs'
import { resolve } from 'node:path'
import { TraceMap } from '@jridgewell/trace-mapping'
import type { BuildFailure } from 'esbuild'
import { textOf, type FileTree } from '@/core/sheet'
import type { Problem } from '@/core/problem'
import { ASSET_LOADERS, entryOf, fromTree } from './fromTree'
import { addressOf, isAddress } from './addresses'
import { isBare } from './PackageReach'

/** A module and all that it imports, as one ES module, with the styles that it imports. */
export interface CompiledScript {
  text?: string
  styles?: { css: string; map: TraceMap }
  problems: Problem[]
}

// A component is compiled again at each keystroke in its other files, and in each of its contexts.
const MOST_KEPT = 60
const kept = new Map<string, { inputs: ReadonlyMap<string, string | undefined>; compiled: CompiledScript }>()

/** Bundles a component's script or module with the library files that it imports, into one ES module. */
export async function compileScript(tree: FileTree, path: string): Promise<CompiledScript> {
  const isBuilt = tree.styleBuild?.isTrusted ?? false
  const key = `${tree.folder ?? ''}|${isBuilt}|${path}`
  const known = kept.get(key)
  if (known && [...known.inputs].every(([input, mark]) => markOf(tree, input) === mark)) return known.compiled
  const { inputs, compiled } = await bundle(tree, path)
  kept.delete(key)
  // What the build of styles reads besides is not known here; it keeps what it has made by itself.
  const isKnown = !isBuilt || inputs.every((input) => !/\.s?css$/.test(input))
  if (compiled.problems.length === 0 && isKnown)
    kept.set(key, { inputs: new Map(inputs.map((input) => [input, markOf(tree, input)])), compiled })
  const [oldest] = kept.keys()
  if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest)
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

async function bundle(tree: FileTree, path: string): Promise<{ inputs: string[]; compiled: CompiledScript }> {
  const { build } = await import('esbuild')
  const problems: Problem[] = []
  const folder = tree.folder ?? '/'
  try {
    const { outputFiles, metafile } = await build({
      entryPoints: [entryOf(tree, path)],
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
    })
    const ending = (end: string) => outputFiles.find((file) => file.path.endsWith(end))?.text
    const css = ending('.css')
    const compiled = {
      text: ending('.js')!,
      problems,
      ...(css !== undefined && { styles: { css, map: traceOf(ending('.css.map')!) } }),
    }
    return { inputs: Object.keys(metafile.inputs).map(pathInLibrary), compiled }
  } catch (error) {
    const { errors } = error as BuildFailure
    if (!Array.isArray(errors)) throw error // our bug, not the author's
    const faults = errors.map(({ text, location }) => ({
      file: location ? pathInLibrary(location.file) : path,
      line: location?.line ?? 1,
      column: (location?.column ?? 0) + 1,
      message: plainFault(text),
    }))
    return { inputs: [], compiled: { problems: [...problems, ...faults] } }
  }
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
