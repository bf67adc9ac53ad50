import dynamic from 'next/dynamic'
import { EDITING_KEYS } from '../editing'
import { defineView } from '../frame'

export const behaviourView = defineView({
  name: 'behaviour',
  label: 'Behaviour',
  about: 'Scenarios in virtual time: recorded, written, played.',
  keys: [
    ['p', 'Play the scenario, from its start'],
    ['Space', 'Pause and go on'],
    [', and .', 'Previous frame, next frame'],
    ['j and k', 'Next scenario, previous scenario'],
    ...EDITING_KEYS,
  ],
  Component: dynamic(async () => (await import('./Behaviour')).Behaviour),
})
