import { watchReplaced } from './replaced'

/** Sent to the frame's window once, with the port that all else goes through. */
export const CONNECT = 'brelt:connect'
/** Sent to the application's window by a frame that is ready to be connected. */
export const READY = 'brelt:ready'

/** A channel of a frame's program: what comes in is checked before it is received. */
export interface Channel<To> {
  schema: { safeParse(data: unknown): { success: true; data: To } | { success: false; error: { message: string } } }
  /** `tell` must be the frame's only way out; `replaced` says which of the browser's functions a component has replaced. @returns what receives messages, one after another where it says so */
  open(tell: (message: object) => void, replaced: () => string[]): (message: To) => Promise<void>
  /** Messages that come while one of these is worked on wait for it. */
  isOpening(message: To): boolean
}

/** Waits for the application to connect: the first to do so is the application, since component code runs only after it has told what to open. */
export function awaitConnection<To>({ schema, open, isOpening }: Channel<To>): void {
  let opening: Promise<void> = Promise.resolve()
  window.addEventListener(
    'message',
    (event) => {
      const [port] = event.ports
      if (event.data !== CONNECT || event.source !== parent || !port) return
      const tell = (message: object) => port.postMessage(message)
      const receive = open(tell, watchReplaced(window))
      port.onmessage = ({ data }) => {
        const message = schema.safeParse(data)
        if (!message.success) return tell({ type: 'broken', reason: `not understood: ${message.error.message}` })
        const work = () =>
          receive(message.data).catch((error: unknown) =>
            tell({ type: 'broken', reason: error instanceof Error ? error.message : String(error) }),
          )
        if (isOpening(message.data)) opening = opening.then(work)
        else void opening.then(work)
      }
    },
    { once: true },
  )
}
