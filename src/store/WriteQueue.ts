/**
 * Runs writes one after the other. The local client is a pool over one file: transactions of one process
 * that overlap fail with "database is locked" and leave their connection broken.
 */
export class WriteQueue {
  #last: Promise<unknown> = Promise.resolve()

  run<T>(work: () => Promise<T>): Promise<T> {
    const next = this.#last.then(work, work)
    this.#last = next.catch(() => {}) // the caller hears of it; the queue goes on
    return next
  }
}
