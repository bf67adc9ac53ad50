import { posix } from 'node:path'
import { TraceMap } from '@jridgewell/trace-mapping'
import { encodingProblem, isPackaged, resolvePath, textOf, type FileTree } from '@/core/sheet'
import type { Problem } from '@/core/problem'
import { addressOf, isAddress, pathOfAddress } from '../addresses'
import { SassProcess, type SassFiles } from './SassProcess'

// The bundler may load a module more than once: one process serves all.
const shared = globalThis as typeof globalThis & { breltSass?: SassProcess }
const compiler = (shared.breltSass ??= new SassProcess())

const toUrl = (path: string) => new URL(addressOf(path))

/** The files that a reference can mean, as Sass looks for them. */
function candidates(path: string): string[] {
  const slash = path.lastIndexOf('/') + 1
  const partial = path.slice(0, slash) + '_' + path.slice(slash)
  return [path, ...['.scss', '.css'].flatMap((end) => [path + end, partial + end]), `${path}/_index.scss`]
}

/** Compiles SCSS with what it uses from the library and from packages; undefined, and a problem more, when it cannot be read. */
export async function compileScss(tree: FileTree, file: string, text: string, problems: Problem[]) {
  const result = await compiler.compile(toUrl(file).href, text, filesOf(tree, file, problems))
  if ('fault' in result) {
    const { message, url, line, column } = result.fault
    problems.push({
      file: url === undefined ? file : pathOfAddress(url),
      line,
      column,
      message: `not readable as SCSS: ${message}`,
    })
    return undefined
  }
  // Sass writes its map for file names of its own: the trace only needs the order of its sources.
  return { css: result.css, map: new TraceMap(JSON.stringify(result.sourceMap)) }
}

/** What the compiler may have of a library. */
function filesOf(tree: FileTree, file: string, problems: Problem[]): SassFiles {
  const ofPackages = new Set<string>()
  /** What a file of a package asks for beside itself. */
  const beside = (wanted: string) => {
    for (const known of ofPackages)
      for (const path of candidates(wanted)) {
        const found = tree.packaged?.(`./${posix.relative(posix.dirname(known), path)}`, known)
        if (found !== undefined) return found
      }
    return undefined
  }
  const find = (reference: string): string | undefined => {
    const isAbsolute = isAddress(reference)
    const path = isAbsolute ? pathOfAddress(reference) : (resolvePath(file, decodeURI(reference)) ?? '')
    if (isAbsolute && isPackaged(path)) return beside(path)
    const own = candidates(path).find((each) => tree.paths.includes(each))
    if (own !== undefined || isAbsolute) return own
    const name = decodeURI(reference).replace(/^(pkg:|~)/, '')
    for (const each of candidates(name)) {
      const found = tree.packaged?.(each, file)
      if (found !== undefined) return found
    }
    return undefined
  }
  return {
    find: (reference) => {
      const found = find(reference)
      if (found !== undefined && isPackaged(found)) ofPackages.add(found)
      return found === undefined ? null : toUrl(found).href
    },
    load: (url) => {
      const path = pathOfAddress(url)
      const isForeign = encodingProblem(tree, path)
      if (isForeign) problems.push(isForeign)
      const contents = textOf(tree, path)
      return contents === undefined ? null : { contents, syntax: path.endsWith('.css') ? 'css' : 'scss' }
    },
  }
}
