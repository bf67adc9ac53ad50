// Runs one of our TypeScript programs: node scripts/run-ts.mjs FILE.ts [arguments]
import { spawnSync } from 'node:child_process'
import { basename } from 'node:path'
import { bundleForNode } from './bundles.mjs'

const [file, ...given] = process.argv.slice(2)
const outfile = `dist/scripts/${basename(file, '.ts')}.mjs`
await bundleForNode(file, outfile)
const { status } = spawnSync(process.execPath, ['--expose-gc', outfile, ...given], { stdio: 'inherit' })
process.exit(status ?? 1)
