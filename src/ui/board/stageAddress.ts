import { createContext } from 'react'

/** What runs in a frame: the board of cases, or one live component. */
export type StageProgramName = 'board' | 'live'

/** Whether the browser knows names under `localhost`: asked once for the page, and again only after it did not. */
let names: Promise<boolean> | undefined

function knowsNames(port: string): Promise<boolean> {
  names ??= fetch(`http://names.localhost${port}/stage`, { method: 'HEAD', mode: 'no-cors' }).then(
    () => true,
    () => {
      names = undefined
      return false
    },
  )
  return names
}

/**
 * Where a component's frame is loaded from: this server under another name, so that the browser gives the component a
 * process of its own. Frames without an origin share the process of the page that holds them (Chromium 156), and a script
 * that never returns would stop the application. Names under `localhost` lead to this machine without being looked up; browsers
 * that do not know them get the plain name.
 */
export async function stageAddress(program: StageProgramName, slug: string): Promise<string> {
  const { hostname, port: number } = window.location
  const port = number && `:${number}`
  const plain = hostname === 'localhost' ? '127.0.0.1' : 'localhost'
  const name = (await knowsNames(port)) ? `${slug}.localhost` : plain
  return `http://${name}${port}/stage?program=${program}`
}

/** Where frames are loaded from: a page that no server of ours has sent has its programs elsewhere. */
export const StageSource = createContext<(program: StageProgramName, slug: string) => Promise<string>>(stageAddress)
