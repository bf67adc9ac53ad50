import { QueueWorkplace } from '@/queue'
import { BrowserSource, launchChromium, prepareLibrary, programName, verifyLibrary } from '@/runner'
import { openFolder } from '@/source'
import { TestRedis, TestWorker } from '../tests/support/queue'
const redis = await TestRedis.start()
const w = await TestWorker.start(redis.url, 2)
const only = process.argv[2]?.split(',')
const prepared = await prepareLibrary(openFolder('demo/firnline'), only ? { components: only } : {})
const browsers = new BrowserSource(launchChromium)
for (let i = 0; i < 3; i++) {
  const t = performance.now()
  const r = await verifyLibrary(browsers, prepared, {})
  const t1 = performance.now()
  const at = new QueueWorkplace({ url: redis.url, program: programName() })
  await verifyLibrary(at, prepared, {})
  at.close()
  console.log(r.totals.cases, 'local', Math.round(t1 - t), 'queue', Math.round(performance.now() - t1))
}
await browsers.close()
await w.kill()
await redis.stop()
