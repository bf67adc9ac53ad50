import dynamic from 'next/dynamic'
import { EDITING_KEYS } from '../editing'
import { defineView } from '../frame'

export const strengthView = defineView({
  name: 'strength',
  label: 'Strength',
  about:
    'Whether the spec notices when the component breaks; what goes unnoticed, and the expectations that would notice it.',
  keys: [
    ['b', 'Break the component on purpose, or stop'],
    ['a', 'Add the expectations that are checked'],
    ...EDITING_KEYS,
  ],
  Component: dynamic(async () => (await import('./StrengthView')).StrengthView),
})
