// Tests as programs: many test files in one, so that what they load is loaded once and what they start is shared.
import { join } from 'node:path'
import { build } from 'esbuild'
import { nodeWithPackages } from '../bundleOptions.mjs'
import { HOME } from '../ensure.mjs'

/** Packages with programs or files of their own, and what Jest itself gives. */
const NOT_BUNDLED = [
  '@jest/globals',
  'esbuild',
  'sass',
  'sharp',
  '@libsql/client',
  'typescript',
  'enhanced-resolve',
  'postcss-load-config',
  'bullmq',
  'ioredis',
  'pino',
  'ajv',
  '@microsoft/*',
]

/** One program: each file's tests stand in a block of its name, in which its hooks stay; its time is told. */
const programOf = (files) => `
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect } from '@jest/globals'
import { begin, closeAll, end } from './tests/support/shared'
if (process.env.BRELT_TEST_EACH) {
  beforeEach(() => begin('test'))
  afterEach(() => end('test', expect.getState().currentTestName))
}
${files
  .map((file) => {
    const name = JSON.stringify(file)
    return `describe(${name}, () => { beforeAll(() => begin('file')); require(${JSON.stringify(`./${file}`)}); afterAll(() => end('file', ${name})) })`
  })
  .join('\n')}
afterAll(closeAll)
`

/** Gives the programs' texts to the bundler, which knows files only. */
const programs = (parts) => ({
  name: 'programs',
  setup(build) {
    build.onResolve({ filter: /^program:/ }, ({ path }) => ({ path, namespace: 'program' }))
    build.onLoad({ filter: /.*/, namespace: 'program' }, ({ path }) => ({
      contents: programOf(parts.find(({ name }) => `program:${name}` === path).files),
      resolveDir: HOME,
      loader: 'js',
    }))
  },
})

const OPTIONS = { ...nodeWithPackages, jsx: 'automatic', external: NOT_BUNDLED }

/** Bundles parts of lanes; what they share is one file. @param parts each part's name and files @returns the programs' paths */
export async function bundleParts(parts, folder) {
  await build({
    ...OPTIONS,
    entryPoints: parts.map(({ name }) => ({ in: `program:${name}`, out: name })),
    plugins: [programs(parts)],
    outdir: folder,
    outExtension: { '.js': '.mjs' },
    sourcemap: true,
    sourcesContent: false,
  })
  return parts.map(({ name }) => join(folder, `${name}.mjs`))
}

/** What each of our files imports, by path, as far as some files reach. */
export async function graphOf(files) {
  const { metafile } = await build({ ...OPTIONS, entryPoints: files, outdir: 'none', write: false, metafile: true })
  return new Map(Object.entries(metafile.inputs).map(([path, { imports }]) => [path, imports.map((each) => each.path)]))
}
