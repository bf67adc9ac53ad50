/**
 * Waits until work has ended, in whatever way, but no longer than a limit in ms. Nothing of it keeps the process alive afterwards.
 * @returns what came of it; undefined where it failed or took longer
 */
export async function atMost<T>(limit: number, work: Promise<T>): Promise<T | undefined> {
  let timer: NodeJS.Timeout | undefined
  const found = await Promise.race([
    work.catch(() => undefined),
    new Promise<undefined>((done) => (timer = setTimeout(() => done(undefined), limit))),
  ])
  clearTimeout(timer)
  return found
}
