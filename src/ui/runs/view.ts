import dynamic from 'next/dynamic'
import { defineView } from '../frame'
import { RUNS_KEYS } from './keys'

export const runsView = defineView({
  name: 'runs',
  label: 'Runs',
  about: 'What each run has found of the component; what changed between any two; trends; what is flaky.',
  keys: RUNS_KEYS,
  Component: dynamic(async () => (await import('./ComponentRuns')).ComponentRuns),
})
