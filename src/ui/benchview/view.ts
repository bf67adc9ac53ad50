import dynamic from 'next/dynamic'
import { defineView } from '../frame'

export const benchView = defineView({
  name: 'bench',
  label: 'Bench',
  about: 'The live component, to be tried with every setting.',
  keys: [['Alt', 'Measure what is pointed at']],
  Component: dynamic(async () => (await import('./BenchView')).BenchView),
})
