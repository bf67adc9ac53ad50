export interface EventsListener {
  /** Called with each event's text, the last one first where there was one before. */
  onData(text: string): void
  /** There is nothing more to hear: the server knows nothing of it any more. Where it is left out, it is asked again. */
  onGone?(): void
}

// A refusal does not last: a library that cannot be read is mended, a server comes back.
const ASKED_AGAIN_MS = 3000

type Said = { data: string } | { ask: true } | { gone: true }

/**
 * Listens to server-sent events on one connection for all tabs: a browser opens only six to a server, and each stays open.
 * The tab that holds the lock of that name has the connection and tells the others; when it closes another takes its place.
 * @returns how to stop listening
 */
export function sharedEvents(path: string, { onData, onGone }: EventsListener): () => void {
  const name = `events ${path}`
  const channel = new BroadcastChannel(name)
  const ended = new AbortController()
  let last: string | undefined
  let source: EventSource | undefined
  let again: number | undefined
  const close = () => {
    ended.abort()
    window.clearTimeout(again)
    source?.close()
    channel.close()
  }
  const take = (data: string) => {
    last = data
    onData(data)
  }
  channel.onmessage = ({ data: said }: MessageEvent<Said>) => {
    if ('data' in said) {
      // Whoever came before has heard it already; only one that has heard nothing yet asked for it.
      if (said.data !== last) take(said.data)
    } else if ('gone' in said) {
      close()
      onGone?.()
    } else if (source && last !== undefined) channel.postMessage({ data: last } satisfies Said)
  }
  channel.postMessage({ ask: true } satisfies Said)
  const open = () => {
    source = new EventSource(path)
    source.onmessage = ({ data }: MessageEvent<string>) => {
      channel.postMessage({ data } satisfies Said)
      take(data)
    }
    source.onerror = () => {
      // One that is only cut off is opened again by the browser.
      if (source!.readyState !== EventSource.CLOSED) return
      if (!onGone) {
        again = window.setTimeout(open, ASKED_AGAIN_MS)
        return
      }
      channel.postMessage({ gone: true } satisfies Said)
      close()
      onGone()
    }
  }
  const lead = () =>
    new Promise<void>((release) => {
      if (ended.signal.aborted) return release()
      ended.signal.addEventListener('abort', () => release(), { once: true })
      open()
    })
  navigator.locks.request(name, { signal: ended.signal }, lead).catch(() => {}) // it was closed before it had its turn
  return close
}
