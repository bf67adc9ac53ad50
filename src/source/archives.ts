import { createRequire } from 'node:module'
import { join } from 'node:path'
import type * as Esbuild from 'esbuild'
import { ASSET_LOADERS } from './assetLoaders'

/** A file in an archive of packages. */
export interface ArchivedFile {
  /** Its path, as though the archive were a folder: `…/theme.zip/node_modules/theme/theme.css`. */
  file: string
  bytes: Uint8Array
}

const ENDINGS = ['.css', '.scss', '.json', '.json5', ...Object.keys(ASSET_LOADERS)]
const STDIN = '<stdin>'

/**
 * Finds a style sheet, token file or asset in the archives in which yarn keeps packages. The bundler knows how they are kept, and
 * runs nothing of the repository to find out.
 * @param folder the library's, from which upwards the table of archives is looked for
 * @param from a folder, or one in an archive
 * @returns undefined when the reference leads to nothing, or to a file that is in no archive
 */
export function findArchived(
  folder: string,
  reference: string,
  from: string,
  options: { mainFields: string[]; conditions: string[]; extensions: string[] },
): ArchivedFile | undefined {
  const { buildSync } = createRequire(import.meta.url)('esbuild') as typeof Esbuild
  try {
    const { metafile, outputFiles } = buildSync({
      stdin: { contents: `import ${JSON.stringify(reference)}`, resolveDir: from },
      absWorkingDir: folder,
      outdir: folder,
      bundle: true,
      write: false,
      metafile: true,
      logLevel: 'silent',
      mainFields: options.mainFields,
      conditions: options.conditions,
      resolveExtensions: options.extensions,
      loader: Object.fromEntries(ENDINGS.map((ending) => [ending, 'copy' as const])),
    })
    const path = metafile.inputs[STDIN]?.imports[0]?.path
    if (path === undefined || !path.includes('.zip/')) return undefined
    const copy = Object.entries(metafile.outputs).find(([, { inputs }]) => path in inputs && !(STDIN in inputs))?.[0]
    const output = outputFiles.find((each) => copy !== undefined && each.path === join(folder, copy))
    return output && { file: join(folder, path), bytes: output.contents }
  } catch {
    return undefined // nothing is there
  }
}
