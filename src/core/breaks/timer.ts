import { defineBreak } from './defineBreak'

export const timerChanged = defineBreak({
  kind: 'timer',
  name: 'Delay changed',
  short: 'Timer',
  about: 'A timer that the component sets in a scenario runs 20 % later, and 20 % earlier.',
  of: {
    *performed(did) {
      if (did.what !== 'timer') return
      for (const factor of [1.2, 0.8]) {
        const told = `timer of ${did.delay} ms runs after ${Math.round(did.delay * factor)} ms`
        yield { told, edit: { do: 'timer', delay: did.delay, factor } }
      }
    },
  },
})
