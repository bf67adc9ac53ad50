const PAUSE_MS = 50

/**
 * Reads again and again until what is read fits, for what no page can be asked to wait for (several frames, a server).
 * @param within milliseconds
 * @returns what was read last, which does not fit when the time is over: an expectation then tells what there was.
 */
export async function until<Value>(
  read: () => Promise<Value>,
  fits: (value: Value) => boolean,
  within = 30_000,
): Promise<Value> {
  const end = Date.now() + within
  for (;;) {
    const value = await read()
    if (fits(value) || Date.now() > end) return value
    await new Promise((done) => setTimeout(done, PAUSE_MS))
  }
}
