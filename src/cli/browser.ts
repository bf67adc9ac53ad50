import { launchChromium } from '@/runner'
import type { Terminal } from './terminal'

/** `brelt browser`: a browser as runs need it, for those who read in it from elsewhere. */
export async function browser(port: number, { stdout }: Terminal): Promise<number> {
  const running = await launchChromium({ port })
  stdout.write(`${running.wsEndpoint()}\n`)
  await new Promise((done) => {
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, done)
    running.once('disconnected', done)
  })
  await running.close()
  return 0
}
