import { existsSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { folderAbove, repositoryOf } from '../PackageReach'

const ENDINGS = ['js', 'cjs', 'mjs', 'ts', 'cts', 'mts']
const NAMES = [
  ...ENDINGS.flatMap((ending) => [`postcss.config.${ending}`, `.postcssrc.${ending}`]),
  '.postcssrc',
  ...['json', 'yaml', 'yml'].map((ending) => `.postcssrc.${ending}`),
]

/** The PostCSS configuration that holds for a library's folder: in it, or above it in its repository. */
export function findPostcssConfig(folder: string): string | undefined {
  const repository = repositoryOf(folder)
  let found: string | undefined
  folderAbove(folder, (at) => {
    found = NAMES.map((name) => join(at, name)).find((file) => existsSync(file)) ?? configInManifest(at)
    return found !== undefined || at === repository || relative(repository, at).startsWith('..')
  })
  return found
}

function configInManifest(folder: string): string | undefined {
  const file = join(folder, 'package.json')
  try {
    return 'postcss' in (JSON.parse(readFileSync(file, 'utf8')) as object) ? file : undefined
  } catch {
    return undefined
  }
}
