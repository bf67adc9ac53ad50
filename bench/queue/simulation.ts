import { spawn, type ChildProcess } from 'node:child_process'
import { Connections, Dispatcher, kindOf } from '@/queue'
// @ts-expect-error A script of the build.
import { bundleForNode } from '../../scripts/bundles.mjs'
import { SIMULATED } from './environment'

const PROGRAM = 'dist/scripts/simulated.mjs'

export const buildSimulated = () => bundleForNode('bench/queue/simulated.ts', PROGRAM)

export interface SimulatedOptions {
  url: string
  concurrency?: number
  /** What each piece of work costs, in ms. */
  cost?: number
  /** Expectations of each case. */
  checks?: number
  lockMs?: number
}

/** Starts a simulated worker in a process of its own. */
export async function startSimulated({
  url,
  concurrency = 4,
  cost = 0,
  checks = 1,
  lockMs = 10_000,
}: SimulatedOptions): Promise<ChildProcess> {
  const child = spawn(process.execPath, [PROGRAM, url, ...[concurrency, cost, checks, lockMs].map(String)], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  await new Promise((done) => child.stdout!.once('data', done))
  return child
}

export function openSimulated(url: string, connections = new Connections(url)): Promise<Dispatcher> {
  return Dispatcher.open({ connections, kind: kindOf(SIMULATED), library: 'none', supply: () => undefined })
}

/** The task of a chunk of so many cases. */
export const chunkOf = (cases: number) => ({
  slug: 'simulated',
  compiled: '',
  task: {
    cases: Array.from({ length: cases }, (_, at) => at),
    ...{
      values: {},
      isIsolated: false,
      watchesSideEffects: false,
      isHeldToPlain: false,
      isCompared: false,
      samples: [],
    },
    ...{ keepsReadings: false, declared: [], compared: [], isSecondLook: false },
  },
})
