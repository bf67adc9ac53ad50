import { keepWarm } from '@/runner'
import { Workspace } from '@/server'
import { homeFolder } from '@/source'
import { connect } from '@/store'

// The bundler may load a module more than once; a process has one workspace.
const shared = globalThis as typeof globalThis & { breltWorkspace?: Promise<Workspace> }

/** The server's own workspace, opened at the first call. */
export const workspace = (): Promise<Workspace> =>
  (shared.breltWorkspace ??= connect(homeFolder()).then(
    (link) => {
      keepWarm()
      return new Workspace(link, undefined, { queue: process.env.BRELT_QUEUE, browser: process.env.BRELT_BROWSER })
    },
    (error: unknown) => {
      // What keeps the store from being opened may be mended: the next call tries again.
      delete shared.breltWorkspace
      throw error
    },
  ))

/** The same where somebody has opened it. */
export const openedWorkspace = (): Promise<Workspace> | undefined => shared.breltWorkspace
