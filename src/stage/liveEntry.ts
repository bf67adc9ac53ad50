import { awaitConnection, READY } from './connect'
import { captureInput, Recorder } from './live'
import { toLiveSchema } from './liveProtocol'
import { keepNatives, muteDialogs } from './natives'

const natives = keepNatives(window)
muteDialogs(window)
let recorder: Recorder | undefined
captureInput(window, () => recorder?.captor())

awaitConnection({
  schema: toLiveSchema,
  open: (tell) => {
    const opened = new Recorder(window, natives, tell)
    recorder = opened
    return async (message) => {
      if (message.type === 'open') await opened.open(message)
      else if (message.type === 'end') opened.end()
      else tell({ type: 'pong' })
    }
  },
  isOpening: ({ type }) => type === 'open',
})
parent.postMessage(READY, '*')
