import { Board } from './Board'
import { toBoardSchema } from './boardProtocol'
import { awaitConnection, READY } from './connect'
import { freezeTimers } from './natives'
import { watchTrespass } from './trespass'

const natives = freezeTimers(window)
let board: Board | undefined

awaitConnection({
  schema: toBoardSchema,
  open: (tell) => {
    const opened = new Board(natives, watch, tell)
    board = opened
    return (message) => opened.receive(message)
  },
  // It waits for code and fonts: what comes meanwhile speaks of what is being opened.
  isOpening: ({ type }) => type === 'open',
})
// Our own listener above is not the component's doing.
const watch = watchTrespass(window, () => board?.container())
parent.postMessage(READY, '*')
