import { encodedMap } from '@jridgewell/trace-mapping'
import { realpathSync } from 'node:fs'
import { dirname, join, sep } from 'node:path'
import type { Loader, OnResolveResult, Plugin, PluginBuild } from 'esbuild'
import { resolvePath, textOf, type FileTree } from '@/core/sheet'
import type { Problem } from '@/core/problem'
import { SHARED_REACT } from '@/stage'
import { compileScss } from './compileScss'
import { moduleFile } from './moduleFile'

const SPACE = 'library'
const SHARED = 'shared-react'
const REACT = /^react(-dom)?(\/(jsx-runtime|jsx-dev-runtime|client))?$/

const LOADERS: Record<string, Loader> = {
  tsx: 'tsx',
  ts: 'ts',
  jsx: 'jsx',
  json: 'json',
  css: 'css',
  scss: 'css',
  svg: 'dataurl',
  png: 'dataurl',
  jpg: 'dataurl',
  webp: 'dataurl',
  gif: 'dataurl',
  woff2: 'dataurl',
  woff: 'dataurl',
}

function loaderOf(path: string): Loader {
  if (/\.module\.s?css$/.test(path)) return 'local-css'
  return LOADERS[path.slice(path.lastIndexOf('.') + 1)] ?? 'js'
}

/**
 * Lets esbuild see the library's files, the packages that are installed in its folder or in folders above, and nothing else.
 * React is left to the one that all components of a page share.
 */
export const fromTree = (tree: FileTree, problems: Problem[]): Plugin => ({
  name: 'library',
  setup: (build) => {
    build.onResolve({ filter: /.*/ }, (asked) => {
      if (asked.pluginData === IN_PACKAGES) return undefined
      if (asked.kind === 'entry-point') return { path: asked.path, namespace: SPACE }
      if (REACT.test(asked.path)) return { path: asked.path, namespace: SHARED }
      if (asked.namespace !== SPACE) return undefined
      if (/^\.{0,2}\//.test(asked.path) || asked.kind.startsWith('url')) return inLibrary(tree, asked)
      const own = inLibrary(tree, asked)
      return own.errors ? inPackages(tree, build, asked) : own
    })
    build.onLoad({ filter: /.*/, namespace: SPACE }, async ({ path }) => {
      if (!path.endsWith('.scss'))
        return {
          contents: /\.(tsx?|jsx?|mjs|json|css)$/.test(path) ? textOf(tree, path)! : tree.bytes(path)!,
          loader: loaderOf(path),
        }
      const compiled = await compileScss(tree, path, textOf(tree, path)!, problems)
      const map = compiled && Buffer.from(JSON.stringify(encodedMap(compiled.map))).toString('base64')
      const trail = map ? `\n/*# sourceMappingURL=data:application/json;base64,${map} */` : ''
      return { contents: (compiled?.css ?? '') + trail, loader: loaderOf(path) }
    })
    build.onLoad({ filter: /.*/, namespace: SHARED }, ({ path }) => ({
      contents: `module.exports = globalThis.${SHARED_REACT}[${JSON.stringify(path)}]`,
      loader: 'js',
    }))
  },
})

type Asked = Parameters<Parameters<PluginBuild['onResolve']>[1]>[0]

function inLibrary(tree: FileTree, { path, importer }: Asked): OnResolveResult {
  const wanted = resolvePath(importer, path)
  if (wanted === undefined) return { errors: [{ text: `"${path}" leaves the library's folder` }] }
  const found = moduleFile(wanted, (each) => tree.paths.includes(each))
  return found === undefined ? { errors: [{ text: `no file "${path}"` }] } : { path: found, namespace: SPACE }
}

const IN_PACKAGES = Symbol('asked of esbuild itself')

async function inPackages(
  tree: FileTree,
  build: PluginBuild,
  { path, importer, kind }: Asked,
): Promise<OnResolveResult> {
  const none = { errors: [{ text: `no package "${path}" is installed in the library's folder or above it` }] }
  if (tree.folder === undefined) return none
  const resolveDir = join(tree.folder, dirname(importer))
  const found = await build.resolve(path, { kind, resolveDir, pluginData: IN_PACKAGES })
  if (found.errors.length > 0) return none
  return isPackaged(realpathSync(found.path), realpathSync(tree.folder))
    ? { path: found.path }
    : { errors: [{ text: `the package "${path}" lies outside the library's folder and the packages above it` }] }
}

/** Whether a file lies in the library's folder or in the packages of a folder above it: where Node would look. */
function isPackaged(file: string, folder: string): boolean {
  if (file.startsWith(folder + sep)) return true
  for (let above = dirname(folder); ; above = dirname(above)) {
    if (file.startsWith(join(above, 'node_modules') + sep)) return true
    if (above === dirname(above)) return false
  }
}
