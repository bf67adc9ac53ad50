import { awaitConnection, READY } from './connect'
import { BenchStage, captureInput, Recorder } from './live'
import { toLiveSchema } from './liveProtocol'
import { keepPristine, muteDialogs } from './pristine'
import { withoutCalls } from './withoutCalls'

withoutCalls(window)
const pristine = keepPristine(window)
muteDialogs(window)
let recorder: Recorder | undefined
captureInput(window, () => recorder?.captor())

awaitConnection({
  schema: toLiveSchema,
  open: (tell, replaced) => {
    const bench = new BenchStage(window, pristine, tell)
    return async (message) => {
      if (message.type === 'open' && message.purpose === 'bench') await bench.open(message)
      else if (message.type === 'open') {
        recorder = new Recorder(window, pristine, tell)
        await recorder.open(message)
      } else if (message.type === 'update') await bench.update(message)
      else if (message.type === 'end') recorder?.end()
      else if (message.type === 'measure') bench.measure.hold(message.isHeld)
      else tell({ type: 'pong', replaced: replaced() })
    }
  },
  // What comes in one after another is carried out so: a change may have to wait for what it renders.
  isOpening: ({ type }) => type === 'open' || type === 'update',
})
parent.postMessage(READY, '*')
