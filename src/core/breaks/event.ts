import { defineBreak } from './defineBreak'

export const eventUnsent = defineBreak({
  kind: 'event',
  name: 'Event not sent',
  short: 'Event',
  about: 'An event that the component sends in a scenario is not sent.',
  of: {
    *performed(did) {
      if (did.what === 'event') yield { told: `${did.name} is not sent`, edit: { do: 'event', name: did.name } }
    },
  },
})
