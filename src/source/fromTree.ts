import { encodedMap } from '@jridgewell/trace-mapping'
import { existsSync, readFileSync, realpathSync } from 'node:fs'
import { basename, dirname, join, resolve, sep } from 'node:path'
import type { Loader, OnLoadResult, OnResolveResult, Plugin, PluginBuild } from 'esbuild'
import { encodingProblem, resolvePath, type FileTree } from '@/core/sheet'
import type { Problem } from '@/core/problem'
import { SHARED_REACT } from '@/stage'
import { DATA } from './assetLoaders'
import { libraryPath } from './libraryPath'
import { moduleFile } from './moduleFile'
import { folderAbove, isBare, PackageReach } from './PackageReach'
import { styleText } from './styleText'

/** Files that are not on disk: uploaded ones, and what somebody has just made in the interface. */
const SPACE = 'library'
export const SHARED = 'shared-react'
const REACT = /^react(-dom)?(\/(jsx-runtime|jsx-dev-runtime|client))?$/

const LOADERS: Record<string, Loader> = {
  tsx: 'tsx',
  ts: 'ts',
  mts: 'ts',
  jsx: 'jsx',
  // Many a library writes JSX in plain .js.
  js: 'jsx',
  mjs: 'jsx',
  json: 'json',
  css: 'css',
  scss: 'css',
  ...Object.fromEntries(DATA.map((ending) => [ending, 'dataurl' as const])),
}

// What bundlers let an import ask for behind its name.
const ASKED_AS: Record<string, Loader> = { '?raw': 'text', '?inline': 'text', '?url': 'dataurl' }

function loaderOf(path: string, suffix = ''): Loader {
  if (ASKED_AS[suffix]) return ASKED_AS[suffix]
  if (/\.module\.s?css$/.test(path)) return 'local-css'
  return LOADERS[path.slice(path.lastIndexOf('.') + 1).toLowerCase()] ?? 'js'
}

/** What asks for several modules at once. */
export const ENTRIES = 'brelt-entries'

/** How esbuild is asked for a library's file: by its place on disk where it has one, so that the settings around it count. */
export const entryOf = ({ folder }: FileTree, path: string): string =>
  folder !== undefined && existsSync(join(folder, path)) ? join(folder, path) : `${SPACE}:${path}`

/**
 * Lets esbuild see the library's files, and what the resolution of modules leads to: installed packages, workspaces, aliases.
 * Files on disk are looked up by esbuild itself, so that `tsconfig.json` and manifests count as they do for others; their texts are
 * the tree's. React is left to the one that all components of a page share.
 */
export const fromTree = (tree: FileTree, problems: Problem[]): Plugin => ({
  name: 'library',
  setup: (build) => {
    const reach = tree.folder === undefined ? undefined : new PackageReach(tree.folder)
    build.onResolve({ filter: /.*/ }, (asked) => {
      if (asked.pluginData === LOOKING) return undefined
      if (asked.path.startsWith(`${SPACE}:`) && (asked.kind === 'entry-point' || basename(asked.importer) === ENTRIES))
        return { path: asked.path.slice(SPACE.length + 1), namespace: SPACE }
      if (REACT.test(asked.path)) return { path: asked.path, namespace: SHARED }
      if (/^(https?:)?\/\//i.test(asked.path) && !/^(url|import-rule)/.test(asked.kind))
        return fault(
          `"${asked.path}" is code of a server, which Brelt does not ask: keep it in the library or in a package`,
        )
      if (asked.kind.startsWith('url') && /^([a-z]+:|\/|#)/i.test(asked.path))
        return { path: asked.path, external: true }
      if (asked.namespace === SPACE) return inLibrary(tree, build, reach, asked)
      if (asked.namespace === 'file' && reach) return onDisk(tree, reach, asked)
      return undefined
    })
    build.onLoad({ filter: /.*/, namespace: SPACE }, ({ path, suffix }) => load(tree, path, suffix, problems))
    build.onLoad({ filter: /.*/, namespace: 'file' }, ({ path, suffix }) => {
      if (!reach || tree.folder === undefined) return undefined
      if (!reach.admits(path) && !reach.admits(realpathSync(path)))
        return { errors: [{ text: `${path} lies outside of the library’s folder and of the packages around it` }] }
      const own = libraryPath(tree.folder, path)
      if (tree.paths.includes(own)) return load(tree, own, suffix, problems)
      const loader = ASKED_AS[suffix]
      return loader ? { contents: readFileSync(path), loader } : undefined
    })
    build.onLoad({ filter: /.*/, namespace: SHARED }, ({ path }) => ({
      contents: `module.exports = globalThis.${SHARED_REACT}[${JSON.stringify(path)}]`,
      loader: 'js',
    }))
  },
})

type Asked = Parameters<Parameters<PluginBuild['onResolve']>[1]>[0]

async function load(tree: FileTree, path: string, suffix: string, problems: Problem[]): Promise<OnLoadResult> {
  const bytes = tree.bytes(path)!
  // Names in here are looked up from where the file would stand.
  const at = tree.folder === undefined ? {} : { resolveDir: placeOf(tree.folder, path) }
  const isForeign =
    /^(tsx?|jsx?)$/.test(LOADERS[path.slice(path.lastIndexOf('.') + 1)] ?? '') && encodingProblem(tree, path)
  if (isForeign) problems.push(isForeign)
  if (!/\.s?css$/.test(path) || suffix) return { contents: bytes, loader: loaderOf(path, suffix), ...at }
  const compiled = await styleText(tree, path, problems)
  const map = compiled?.map && Buffer.from(JSON.stringify(encodedMap(compiled.map))).toString('base64')
  const trail = map ? `\n/*# sourceMappingURL=data:application/json;base64,${map} */` : ''
  return { contents: (compiled?.css ?? '') + trail, loader: loaderOf(path), ...at }
}

/** The folder where a file stands or would stand; its nearest one that exists, since nothing is looked up from one that does not. */
const placeOf = (folder: string, path: string): string =>
  folderAbove(join(folder, dirname(path)), (at) => existsSync(at)) ?? folder

const fault = (text: string): OnResolveResult => ({ errors: [{ text }] })

/** What a file on disk asks for: esbuild goes on by itself, unless the file reaches for what is not its own. */
function onDisk(tree: FileTree, reach: PackageReach, { path, importer, resolveDir, kind }: Asked) {
  if (kind === 'entry-point') return undefined
  if (isBare(path) && !kind.startsWith('url')) {
    reach.note(path, resolveDir)
    return undefined
  }
  const target = resolve(resolveDir, path.replace(/[?#].*$/, ''))
  const bound = reach.boundOf(importer)
  if (!target.startsWith(bound + sep) && target !== bound)
    return fault(
      bound === tree.folder ? `"${path}" leaves the library's folder` : `"${path}" leaves the folder of its package`,
    )
  if (!reach.isOwn(importer)) return undefined
  // A file that was only just made is not on disk yet.
  const own = libraryPath(tree.folder!, target)
  const found = moduleFile(own, (each) => tree.paths.includes(each))
  return found !== undefined && !existsSync(join(tree.folder!, found)) ? { path: found, namespace: SPACE } : undefined
}

const LOOKING = Symbol('asked of esbuild itself')

/** What a file asks for that is not on disk. */
async function inLibrary(
  tree: FileTree,
  build: PluginBuild,
  reach: PackageReach | undefined,
  { path, importer, kind }: Asked,
): Promise<OnResolveResult> {
  const [, plain = '', suffix = ''] = /^([^?#]*)(.*)$/.exec(path)!
  const wanted = resolvePath(importer, plain)
  const found = wanted === undefined ? undefined : moduleFile(wanted, (each) => tree.paths.includes(each))
  if (found !== undefined)
    return reach && existsSync(join(tree.folder!, found))
      ? { path: join(tree.folder!, found), suffix }
      : { path: found, namespace: SPACE, suffix }
  if (!isBare(path) || kind.startsWith('url'))
    return fault(wanted === undefined ? `"${path}" leaves the library's folder` : `no file "${path}"`)
  const none = `no package "${path}" is installed in the library's folder or above it`
  if (!reach) return fault(`no package "${path}": packages are found where the library is linked to its repository`)
  const resolveDir = placeOf(tree.folder!, importer)
  reach.note(path, resolveDir)
  const outside = await build.resolve(path, { kind, resolveDir, pluginData: LOOKING })
  return outside.errors.length > 0 ? fault(none) : { path: outside.path, suffix: outside.suffix }
}
