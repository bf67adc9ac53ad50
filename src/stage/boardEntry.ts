import { Board } from './Board'
import { CONNECT, READY, toBoardSchema } from './boardProtocol'
import { freezeTimers } from './natives'
import { watchTrespass } from './trespass'

const natives = freezeTimers(window)
let board: Board | undefined
let opening: Promise<void> = Promise.resolve()

// The first to connect is the application: component code runs only after it has told what to open.
window.addEventListener(
  'message',
  (event) => {
    const [port] = event.ports
    if (event.data !== CONNECT || event.source !== parent || !port) return
    const tell = (message: unknown) => port.postMessage(message)
    board = new Board(natives, watch, tell)
    port.onmessage = ({ data }) => {
      const message = toBoardSchema.safeParse(data)
      if (!message.success) return tell({ type: 'broken', reason: `not understood: ${message.error.message}` })
      const receive = () =>
        board!
          .receive(message.data)
          .catch((error: unknown) =>
            tell({ type: 'broken', reason: error instanceof Error ? error.message : String(error) }),
          )
      // Opening waits for code and fonts: what comes meanwhile speaks of what is being opened.
      if (message.data.type === 'open') opening = opening.then(receive)
      else void opening.then(receive)
    }
  },
  { once: true },
)
// Our own listener above is not the component's doing.
const watch = watchTrespass(window, () => board?.container())
parent.postMessage(READY, '*')
