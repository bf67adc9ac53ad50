import { posix } from 'node:path'
import { TraceMap } from '@jridgewell/trace-mapping'
import type { Importer } from 'sass'
import { isPackaged, resolvePath, textOf, type FileTree } from '@/core/sheet'
import type { Problem } from '@/core/problem'
import { addressOf, isAddress, pathOfAddress } from './addresses'

const toUrl = (path: string) => new URL(addressOf(path))

/** The files that a reference can mean, as Sass looks for them. */
function candidates(path: string): string[] {
  const slash = path.lastIndexOf('/') + 1
  const partial = path.slice(0, slash) + '_' + path.slice(slash)
  return [path, ...['.scss', '.css'].flatMap((end) => [path + end, partial + end]), `${path}/_index.scss`]
}

/** Compiles SCSS with what it uses from the library and from packages; undefined, and a problem more, when it cannot be read. */
export async function compileScss(tree: FileTree, file: string, text: string, problems: Problem[]) {
  // Loaded when needed: it takes longer than most runs' preparation.
  const { compileString, Exception } = await import('sass')
  const importer = importerFor(tree, file)
  try {
    const { css, sourceMap } = compileString(text, {
      url: toUrl(file),
      importer,
      // What is not beside a file is asked for by its name.
      importers: [importer],
      sourceMap: true,
      sourceMapIncludeSources: false,
      quietDeps: true,
      logger: { warn: () => {} },
    })
    // Sass writes its map for file names of its own: the trace only needs the order of its sources.
    return { css, map: new TraceMap(JSON.stringify(sourceMap)) }
  } catch (error) {
    if (!(error instanceof Exception)) throw error // our bug, not the author's
    const { start, url } = error.span
    const place = { file: url ? pathOfAddress(url.href) : file, line: start.line + 1, column: start.column + 1 }
    problems.push({ ...place, message: `not readable as SCSS: ${error.sassMessage}` })
    return undefined
  }
}

function importerFor(tree: FileTree, file: string): Importer<'sync'> {
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
    nonCanonicalScheme: 'pkg',
    canonicalize: (reference) => {
      const found = find(reference)
      if (found !== undefined && isPackaged(found)) ofPackages.add(found)
      return found === undefined ? null : toUrl(found)
    },
    load: (url) => {
      const contents = textOf(tree, pathOfAddress(url.href))
      return contents === undefined ? null : { contents, syntax: url.pathname.endsWith('.css') ? 'css' : 'scss' }
    },
  }
}
