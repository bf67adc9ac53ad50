import type { RunEnvironment } from '@/runner'

/** What simulated workers say of themselves. */
export const SIMULATED: RunEnvironment = { program: 'simulated', browser: '1', machine: 'm', rig: 'r' }
