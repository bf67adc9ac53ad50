import { launchChromium } from '@/runner'
import { commandCost, fixedCost } from '../bench/fixed'
import { brelt, handWritten, limit } from '../bench/ways'
for (let i = 0; i < 2; i++) console.log('firnline', await commandCost('demo/firnline'))
for (const c of ['trail-tile', 'busy-veil']) for (let i = 0; i < 2; i++) console.log(c, await commandCost('demo/firnline', '--component', c))
const b = await launchChromium()
console.log('fixed', await fixedCost(b), await fixedCost(b))
await brelt(b, 90)
for (let i = 0; i < 2; i++) console.log('90', await brelt(b, 90), 'paused', await handWritten(b, 90, 500, 4))
console.log('5040', await brelt(b, 5040), 'limit', await limit(b, 5040))
console.log('5040', await brelt(b, 5040), 'limit', await limit(b, 5040))
process.exit(0)
