import { BrowserSource, ComponentTrial, launchChromium, prepareLibrary } from '@/runner'
import { openFolder } from '@/source'
import { PictureRoom } from '../src/runner/pictures'
import { openPools } from '../src/runner/pools'
import { StagePage } from '../src/runner/StagePage'

const slug = process.argv[2] ?? 'bunk-check'
const times = new Map<string, [number, number]>()
const wrap = (proto: Record<string, unknown>, name: string, nameOf: (given: unknown[]) => string) => {
  const original = proto[name] as (...given: unknown[]) => Promise<unknown>
  proto[name] = async function (this: unknown, ...given: unknown[]) {
    const start = performance.now()
    try {
      return await original.apply(this, given)
    } finally {
      const key = nameOf(given)
      const [n, t] = times.get(key) ?? [0, 0]
      times.set(key, [n + 1, t + performance.now() - start])
    }
  }
}
wrap(StagePage.prototype as never, 'ask', (given) => `ask ${String(given[0])}${given[0] === 'wait' ? String(given[1]) : ''}`)
for (const name of ['settle', 'mount', 'read', 'openComponent', 'setContext', 'probe'])
  wrap(StagePage.prototype as never, name, () => name)
const prepared = await prepareLibrary(openFolder('demo/firnline'), { components: [slug] })
const browsers = new BrowserSource(launchChromium)
const pools = openPools(browsers, prepared.library.data.viewport)
pools.stages.warm(2)
await browsers.get()
for (const lanes of [2, 2]) {
  times.clear()
  const room = new PictureRoom()
  const start = performance.now()
  const { trials } = await ComponentTrial.perform(pools, prepared, prepared.components[0]!, { room, lanes, onNote: (n) => console.log(n) })
  const s = (performance.now() - start) / 1000
  console.log(lanes, trials.length, 'breaks', s.toFixed(1), 's', (trials.length / s).toFixed(1), '/s', trials.filter((t) => t.noticed).length, 'noticed', trials.filter((t) => t.isEffective && !t.noticed).length, 'unnoticed', trials.filter((t)=>!t.isEffective).length, 'idle')
  for (const [key, [n, t]] of [...times].sort((a, b) => b[1][1] - a[1][1])) console.log(key.padEnd(24), n, Math.round(t), (t / n).toFixed(1))
  await room.close()
}
await pools.close()
await browsers.close()
