import { defineBreak } from './defineBreak'

export const focusUngiven = defineBreak({
  kind: 'focus',
  name: 'Focus not moved',
  short: 'Focus',
  about: 'The component’s own code moves the focus in a scenario, and that does nothing.',
  of: {
    *performed(did) {
      if (did.what === 'focus') yield { told: 'focus() does nothing', edit: { do: 'focus' } }
    },
  },
})
