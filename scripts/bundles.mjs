import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { build } from 'esbuild'
import { browser, nodeWithPackages } from './bundleOptions.mjs'
import { bundleSite } from './siteAssets.mjs'

const node = {
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  // Of Node 20 since 20.10.
  supported: { 'import-attributes': true },
  packages: 'external',
  sourcemap: 'inline',
  logLevel: 'warning',
}
/** Packages with programs or files of their own, and those that only some commands load. */
const NOT_BUNDLED = [
  'esbuild',
  'sass',
  '@libsql/client',
  'react',
  'react-dom',
  'react/*',
  'react-dom/*',
  'typescript',
  'enhanced-resolve',
  'chokidar',
  'bullmq',
  'ioredis',
  'pino',
]

const stage = {
  ...browser,
  // The fake timers look for Node's own where there are any.
  external: ['util', 'timers', 'timers/promises'],
}

/** Bundles a TypeScript program of ours for Node. */
export const bundleForNode = (entry, outfile) => build({ ...node, entryPoints: [entry], outfile })

/** Names all of our programs' source: what was found with other programs does not count. */
function nameProgram() {
  const hash = createHash('sha256')
  const files = readdirSync('src', { recursive: true }).filter((path) => /\.tsx?$/.test(path) && !/\.test\./.test(path))
  for (const path of [...files.map((each) => join('src', each)), 'package-lock.json'].sort())
    hash.update(`${path}\0`).update(readFileSync(path)).update('\0')
  writeFileSync(join('dist', 'program'), hash.digest('hex'))
}

/** Everything beside the web application: the stage's programs, and the command line. */
export const bundleAll = async () => {
  // Pieces are named by what is in them: those of before would stay.
  for (const name of existsSync('dist') ? readdirSync('dist') : [])
    if (name.endsWith('.mjs')) rmSync(join('dist', name))
  await bundles()
  nameProgram()
}

const bundles = () =>
  Promise.all([
    bundleSite(),
    build({ ...stage, entryPoints: ['src/stage/runnerEntry.ts'], outfile: 'dist/stage-runner.js' }),
    build({ ...stage, entryPoints: ['src/stage/playEntry.ts'], outfile: 'dist/stage-play.js' }),
    build({ ...stage, entryPoints: ['src/stage/readerEntry.ts'], outfile: 'dist/stage-reader.js' }),
    build({ ...stage, entryPoints: ['src/stage/boardEntry.ts'], outfile: 'dist/stage-board.js' }),
    build({ ...stage, entryPoints: ['src/stage/liveEntry.ts'], outfile: 'dist/stage-live.js' }),
    build({
      ...node,
      packages: 'bundle',
      external: ['postcss-load-config'],
      banner: nodeWithPackages.banner,
      sourcemap: false,
      entryPoints: ['src/source/postcss/worker.ts'],
      outfile: 'dist/postcss.mjs',
    }),
    build({ ...node, sourcemap: false, entryPoints: ['src/source/sass/worker.ts'], outfile: 'dist/sass.mjs' }),
    build({ ...node, sourcemap: false, entryPoints: ['src/runner/pictures/worker.ts'], outfile: 'dist/pictures.mjs' }),
    // In pieces, so that a command loads only what it needs; with its packages, since a thousand small files load in half a second.
    build({
      ...nodeWithPackages,
      external: NOT_BUNDLED,
      minifySyntax: true,
      entryPoints: { cli: 'src/cli/main.ts', work: 'src/server/apart/worker.ts' },
      outdir: 'dist',
      outExtension: { '.js': '.mjs' },
    }),
  ])
