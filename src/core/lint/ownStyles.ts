import { findFile, isVendored, kindOf, resolvePath, textOf, type FileTree, type Library, type Sheet } from '../sheet'

const IMPORT = /(?:^|[\s;])(?:import|export)\s+(?:[^'";]*?\sfrom\s+)?["']([^"']+)["']/g
const ENDINGS = ['', '.tsx', '.ts', '.jsx', '.js', '.mjs', '/index.tsx', '/index.ts', '/index.jsx', '/index.js']
// Whoever imports more imports a library.
const MOST_MODULES = 60

/** The plain style sheets of a component's own: those that its sheet names, and those that its modules import. */
export function ownStyles({ file, data: { source } }: Sheet, { tree, sheets }: Library): string[] {
  const named = kindOf(source)
    .styles(source)
    .flatMap((reference) => findFile(tree, file, reference) ?? [])
  const module = 'module' in source ? resolvePath(file, source.module) : undefined
  const folders = sheets.filter((other) => other.file !== file).map((other) => folderOf(other.file))
  const imported = module === undefined ? [] : importedStyles(tree, module, (path) => folders.includes(folderOf(path)))
  return [...new Set([...named, ...imported])].filter((path) => path.endsWith('.css') && !isVendored(path))
}

const folderOf = (path: string) => path.slice(0, path.lastIndexOf('/') + 1)

/** Style sheets that a module imports, itself or through others, but for those of other components. */
function importedStyles(tree: FileTree, module: string, isOthers: (path: string) => boolean): string[] {
  const modules = [module]
  const styles: string[] = []
  for (const at of modules) {
    for (const [, reference] of (textOf(tree, at) ?? '').matchAll(IMPORT)) {
      if (!reference!.startsWith('.')) continue
      const path = resolvePath(at, reference!)
      const found =
        path === undefined
          ? undefined
          : ENDINGS.map((ending) => path + ending).find((each) => tree.paths.includes(each))
      if (found === undefined || isOthers(found)) continue
      if (/\.css$/.test(found)) styles.push(found)
      else if (/\.[jt]sx?$|\.mjs$/.test(found) && !modules.includes(found) && modules.length < MOST_MODULES)
        modules.push(found)
    }
  }
  return styles
}
