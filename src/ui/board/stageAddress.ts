import { createContext } from 'react'

/** What runs in a frame: the board of cases, or one live component. */
export type StageProgramName = 'board' | 'live'

/**
 * Where a component's frame is loaded from: this server under another name, so that the browser gives the component a
 * process of its own. Frames without an origin share the process of the page that holds them (Chromium 156), and a script
 * that never returns would stop the application. Names under `localhost` lead to this machine without being looked up.
 * @param attempt later attempts take the plain name, for browsers that do not know names under `localhost`.
 */
export function stageAddress(program: StageProgramName, slug: string, attempt: number): string {
  const { hostname, port } = window.location
  const plain = hostname === 'localhost' ? '127.0.0.1' : 'localhost'
  const name = attempt === 0 ? `${slug}.localhost` : plain
  return `http://${name}${port ? ':' + port : ''}/stage?program=${program}`
}

/** Where frames are loaded from: a page that no server of ours has sent has its programs elsewhere. */
export const StageSource = createContext<typeof stageAddress>(stageAddress)
