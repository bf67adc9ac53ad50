import { launchChromium } from '@/runner'

/** `brelt browser`: a browser as runs need it, for those who read in it from elsewhere. */
export async function browser(port: number): Promise<number> {
  const running = await launchChromium({ port })
  process.stdout.write(`${running.wsEndpoint()}\n`)
  await new Promise((done) => {
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, done)
    running.once('disconnected', done)
  })
  await running.close()
  return 0
}
