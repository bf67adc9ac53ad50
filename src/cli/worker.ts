import { availableParallelism } from 'node:os'
import { pino } from 'pino'
import { BrowserDoer, QueueWorker, withoutSecrets } from '@/queue'
import { emptyShelves, keepWarm } from '@/runner'

export interface WorkerArguments {
  queue: string
  concurrency?: number
}

// As where none can be started at all: whoever started the worker may start it again.
const NO_BROWSER = 3

/** `brelt worker`: takes work from a queue and does it in a browser of this machine, until it is stopped. */
export async function worker({ queue, concurrency = availableParallelism() }: WorkerArguments): Promise<number> {
  const log = pino({ name: 'brelt-worker' })
  let end: (status: number) => void
  const ended = new Promise<number>((done) => (end = done))
  keepWarm()
  const doer = await BrowserDoer.start(concurrency)
  const running = await QueueWorker.start(doer, { url: queue, concurrency, log, onLost: () => end(NO_BROWSER) })
  log.info({ worker: running.id, queue: withoutSecrets(queue), concurrency, rig: doer.environment.rig }, 'ready')
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => {
      log.info({ signal }, 'ending')
      end(0)
    })
  const status = await ended
  await running.stop()
  await emptyShelves()
  log.info({ ...running.counts }, 'ended')
  return status
}
