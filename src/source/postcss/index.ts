import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { encodedMap, TraceMap } from '@jridgewell/trace-mapping'
import { isVendored, textOf, type FileTree } from '@/core/sheet'
import type { Problem } from '@/core/problem'
import { addressOf } from '../addresses'
import { libraryPath } from '../libraryPath'
import { findPostcssConfig } from './findConfig'
import { StyleBuilder, StyleFault } from './StyleBuilder'

// The bundler may load a module more than once; a configuration runs in one process.
const shared = globalThis as typeof globalThis & { breltStyleBuilders?: Map<string, StyleBuilder> }
const builders = (shared.breltStyleBuilders ??= new Map<string, StyleBuilder>())

/** A style sheet's text, with the way back to its authors' files. */
export interface StyleText {
  css: string
  map?: TraceMap | undefined
}

/**
 * A tree that knows of the configuration its styles are built by: the one in its folder, or one above it in the repository where
 * the library's styles have rules that only a build understands.
 */
export function withStyleBuild(tree: FileTree, isTrusted: boolean): FileTree {
  const config = tree.folder === undefined ? undefined : findPostcssConfig(tree.folder)
  if (config === undefined || (dirname(config) !== tree.folder && !needsBuild(tree))) return tree
  return { ...tree, styleBuild: { config: libraryPath(tree.folder!, config), isTrusted } }
}

const OF_CSS =
  /^(charset|import|namespace|media|supports|layer|container|scope|starting-style|font-face|font-feature-values|font-palette-values|(-[a-z]+-)?keyframes|property|page|counter-style|view-transition|position-try|color-profile|(-[a-z]+-)?document|viewport)$/

/** Whether a style sheet of the library has rules that browsers do not know, such as `@apply`. */
const needsBuild = (tree: FileTree): boolean =>
  tree.paths
    .filter((path) => path.endsWith('.css') && !isVendored(path))
    .some((path) =>
      [...textOf(tree, path)!.matchAll(/(?:^|[;{}\s])@([a-z-]+)[\s({;"']/gi)].some(([, name]) => !OF_CSS.test(name!)),
    )

/**
 * Sends a style sheet through the repository's PostCSS configuration, where it has one that the user has said to trust; else it is
 * given back as it is. Undefined, and a problem more, when the configuration cannot make something of it.
 */
export async function buildStyles(
  tree: FileTree,
  path: string,
  { css, map }: StyleText,
  problems: Problem[],
): Promise<StyleText | undefined> {
  const { folder, styleBuild } = tree
  if (folder === undefined || !styleBuild?.isTrusted || isVendored(path)) return { css, map }
  const config = join(folder, styleBuild.config)
  let builder = builders.get(config)
  if (!builder) builders.set(config, (builder = new StyleBuilder(config)))
  try {
    const built = await builder.build({
      css,
      from: join(folder, path),
      ...(map && { previousMap: JSON.stringify(encodedMap(map)) }),
    })
    return { css: built.css, map: mapOf(built.map, folder) }
  } catch (error) {
    if (!(error instanceof StyleFault)) throw error // our bug, not the author's
    const { file, line = 1, column = 1 } = error.place
    const at = file === undefined ? path : libraryPath(folder, file)
    problems.push({ file: at, line, column, message: `${styleBuild.config}: ${error.message}` })
    return undefined
  }
}

/** A map whose sources are paths of the library, as addresses. */
function mapOf(text: string, folder: string): TraceMap {
  const read = JSON.parse(text) as { sources: string[] }
  const sources = read.sources.map((source) =>
    source.startsWith('file:') ? addressOf(libraryPath(folder, fileURLToPath(source))) : source,
  )
  return new TraceMap(JSON.stringify({ ...read, sources }))
}
