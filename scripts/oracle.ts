// Compares Brelt's readings with the oracle's: npm run oracle -- --seeds 50 [--from 1], or npm run oracle -- FOLDER [SLUG …]
// [--cases N] of each component (all of a folder's, five of a seed's), [--most N] differences printed.
import { launchChromium } from '@/runner'
import { compareFolder, compareSeed, printDifference, type Comparison } from '../tests/proofs/oracle/compare'
import { Oracle } from '../tests/proofs/oracle/Oracle'

const given = process.argv.slice(2)
const option = (name: string): number | undefined => {
  const at = given.indexOf(`--${name}`)
  return at < 0 ? undefined : Number(given.splice(at, 2)[1])
}
const [seeds, from = 1, most = 8, cases] = ['seeds', 'from', 'most', 'cases'].map(option)
const [folder, ...components] = given
const browsers = { brelt: await launchChromium(), oracle: await Oracle.launch() }
let [compared, different, failed] = [0, 0, 0]

async function settle(name: string, work: Promise<Comparison>) {
  try {
    const { differences, ...found } = await work
    compared += found.compared
    if (differences.length === 0) return
    different++
    console.log(`${name}: ${differences.length} of ${found.compared} differ`)
    for (const each of differences.slice(0, most)) console.log(`   ${printDifference(each)}`)
  } catch (error) {
    failed++
    console.log(
      `${name}: ${String((error as Error).stack)
        .split('\n')
        .slice(0, 3)
        .join(' ')}`,
    )
  }
}

try {
  if (folder !== undefined)
    await settle(
      folder,
      compareFolder(browsers, folder, {
        ...(components.length > 0 && { components }),
        ...(cases !== undefined && { most: cases }),
      }),
    )
  else
    for (let seed = from; seed < from + (seeds ?? 20); seed++)
      await settle(`seed ${seed}`, compareSeed(browsers, seed, cases))
} finally {
  await Promise.all(Object.values(browsers).map((browser) => browser.close()))
}
console.log(`${compared} readings compared; ${different} libraries differ, ${failed} failed`)
process.exit(different + failed === 0 ? 0 : 1)
