import type * as Esbuild from 'esbuild'

type Bundler = typeof Esbuild
type Build<Result> = (bundler: Bundler) => Promise<Result>

/** The bundler went down at what it was given. */
export class BundlerDown extends Error {}

// Every build of this process shares one bundler: what goes down with one is done again, each by itself.
let generation = 0
let alone: Promise<unknown> = Promise.resolve()

/**
 * Bundles; where the bundler goes down, it is started again, and only what brings it down by itself fails.
 * @throws BundlerDown, BuildFailure
 */
export async function runBundler<Result>(build: Build<Result>): Promise<Result> {
  try {
    return await attempt(build)
  } catch (error) {
    if (!(error instanceof BundlerDown)) throw error
    const again = alone.then(() => attempt(build))
    alone = again.catch(() => {}) // who asked hears of it
    return again
  }
}

async function attempt<Result>(build: Build<Result>): Promise<Result> {
  const esbuild = await import('esbuild')
  const startedIn = generation
  try {
    return await build(esbuild)
  } catch (error) {
    if (!/The service (was stopped|is no longer running)/.test((error as Error).message)) throw error
    if (generation === startedIn) {
      generation++
      // It takes itself for running until it is told.
      await esbuild.stop()
    }
    throw new BundlerDown()
  }
}
