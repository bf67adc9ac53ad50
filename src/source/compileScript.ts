import type { BuildFailure, Plugin } from 'esbuild'
import { resolvePath, textOf, type FileTree } from '@/core/sheet'
import type { Problem } from '@/core/problem'

/** Bundles a component's script with the library files that it imports, into one ES module. */
export async function compileScript(tree: FileTree, path: string): Promise<{ text?: string; problems: Problem[] }> {
  const { build } = await import('esbuild')
  try {
    const { outputFiles } = await build({
      entryPoints: [path],
      bundle: true,
      write: false,
      format: 'esm',
      target: 'es2023',
      logLevel: 'silent',
      plugins: [fromTree(tree)],
    })
    return { text: outputFiles[0]!.text, problems: [] }
  } catch (error) {
    const { errors } = error as BuildFailure
    if (!Array.isArray(errors)) throw error // our bug, not the author's
    return {
      problems: errors.map(({ text, location }) => ({
        file: location?.file.replace(/^library:/, '') ?? path,
        line: location?.line ?? 1,
        column: (location?.column ?? 0) + 1,
        message: text,
      })),
    }
  }
}

/** Lets esbuild see the library's files and nothing else. */
const fromTree = (tree: FileTree): Plugin => ({
  name: 'library',
  setup: ({ onResolve, onLoad }) => {
    onResolve({ filter: /.*/ }, ({ path, importer, kind }) => {
      if (kind === 'entry-point') return { path, namespace: 'library' }
      const wanted = resolvePath(importer, path)
      if (wanted === undefined) return { errors: [{ text: `"${path}" leaves the library's folder` }] }
      const found = [wanted, `${wanted}.js`, `${wanted}.ts`, `${wanted}/index.js`].find((each) =>
        tree.paths.includes(each),
      )
      return found === undefined ? { errors: [{ text: `no file "${path}"` }] } : { path: found, namespace: 'library' }
    })
    onLoad({ filter: /.*/, namespace: 'library' }, ({ path }) => ({
      contents: textOf(tree, path)!,
      loader: path.endsWith('.ts') ? 'ts' : path.endsWith('.json') ? 'json' : 'js',
    }))
  },
})
