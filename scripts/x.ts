import { launchChromium } from '@/runner'
import { compareFolder, printDifference } from '../tests/oracle/compare'
import { Oracle } from '../tests/oracle/Oracle'
const browsers = { brelt: await launchChromium(), oracle: await Oracle.launch() }
for (const f of ['/tmp/brand/one', '/tmp/brand/two']) {
  const r = await compareFolder(browsers, f, { most: 6, modules: '/tmp/brand/node_modules' })
  console.log(f, r.compared, r.skipped, r.differences.length); for (const d of r.differences.slice(0, 12)) console.log('  ', printDifference(d))
}
process.exit(0)
