import { defineBreak } from './defineBreak'

export const listenerOut = defineBreak({
  kind: 'listener',
  name: 'Listener left out',
  short: 'Listener',
  about: 'What the component listens to in a scenario does not reach it.',
  of: {
    *performed(did) {
      if (did.what === 'listener')
        yield { told: `listener for ${did.name} left out`, edit: { do: 'listener', name: did.name } }
    },
  },
})
