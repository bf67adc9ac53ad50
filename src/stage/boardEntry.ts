import { Board } from './Board'
import { toBoardSchema } from './boardProtocol'
import { awaitConnection, READY } from './connect'
import { standStill } from './Pace'
import { watchSideEffects } from './sideEffects'
import { withoutCalls } from './withoutCalls'

const pace = standStill(window)

awaitConnection({
  schema: toBoardSchema,
  open: (tell, replaced) => {
    const opened = new Board(pace, watch, tell, replaced)
    return (message) => opened.receive(message)
  },
  // It waits for code and fonts: what comes meanwhile speaks of what is being opened.
  isOpening: ({ type }) => type === 'open',
})
// Our own listener above is not the component's doing.
withoutCalls(window)
const watch = watchSideEffects(window)
parent.postMessage(READY, '*')
