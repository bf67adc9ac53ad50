/** Waits until work has ended, in whatever way, but no longer than a limit in ms. Nothing of it keeps the process alive afterwards. */
export async function atMost(limit: number, work: Promise<unknown>): Promise<void> {
  let timer: NodeJS.Timeout | undefined
  await Promise.race([
    work.then(
      () => {},
      () => {},
    ),
    new Promise<void>((done) => (timer = setTimeout(done, limit))),
  ])
  clearTimeout(timer)
}
