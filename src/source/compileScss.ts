import { TraceMap } from '@jridgewell/trace-mapping'
import type { ImporterResult } from 'sass'
import { resolvePath, textOf, type FileTree } from '@/core/sheet'
import type { Problem } from '@/core/problem'

const LIBRARY_URL = 'brelt-library:/'
const pathOf = (url: URL) => decodeURI(url.pathname).replace(/^\//, '')

/** The library's path that a source of a Sass map stands for. */
export const sassPath = (source: string) => decodeURIComponent(source.replace(LIBRARY_URL, ''))

/** Compiles SCSS with what it uses from the library; undefined, and a problem more, when it cannot be read. */
export async function compileScss(tree: FileTree, file: string, text: string, problems: Problem[]) {
  // Loaded when needed: it takes longer than most runs' preparation.
  const { compileString, Exception } = await import('sass')
  const toUrl = (path: string) => new URL(LIBRARY_URL + encodeURI(path))
  const candidates = (path: string) => {
    const slash = path.lastIndexOf('/') + 1
    const partial = path.slice(0, slash) + '_' + path.slice(slash)
    return [path, ...['.scss', '.css'].flatMap((end) => [path + end, partial + end]), `${path}/_index.scss`]
  }
  const importer = {
    canonicalize: (reference: string): URL | null => {
      const wanted = decodeURI(
        reference.startsWith(LIBRARY_URL) ? reference.slice(LIBRARY_URL.length) : (resolvePath(file, reference) ?? ''),
      )
      const found = candidates(wanted).find((path) => tree.paths.includes(path))
      return found === undefined ? null : toUrl(found)
    },
    load: (url: URL): ImporterResult | null => {
      const contents = textOf(tree, pathOf(url))
      return contents === undefined ? null : { contents, syntax: url.pathname.endsWith('.css') ? 'css' : 'scss' }
    },
  }
  try {
    const { css, sourceMap } = compileString(text, {
      url: toUrl(file),
      importer,
      sourceMap: true,
      sourceMapIncludeSources: false,
      logger: { warn: () => {} },
    })
    // Sass writes its map for file names of its own: the trace only needs the order of its sources.
    return { css, map: new TraceMap(JSON.stringify(sourceMap)) }
  } catch (error) {
    if (!(error instanceof Exception)) throw error // our bug, not the author's
    const { start, url } = error.span
    const place = { file: url ? pathOf(url) : file, line: start.line + 1, column: start.column + 1 }
    problems.push({ ...place, message: `not readable as SCSS: ${error.sassMessage}` })
    return undefined
  }
}
