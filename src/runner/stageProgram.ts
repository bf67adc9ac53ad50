import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { homeFolder } from '@/source'
import { READER_WORLD } from './StageWorld'

const programs = new Map<string, string>()

/** The stage's program as the build bundled it, to be run in a page. */
export function stageProgram(name: 'runner' | 'reader' | 'board' | 'live' | 'play'): string {
  let text = programs.get(name)
  if (text === undefined) {
    text = readFileSync(join(homeFolder(), 'dist', `stage-${name}.js`), 'utf8')
    programs.set(name, text)
  }
  return text
}

/** A page that runs a stage's program and reaches nothing but what it is given. */
export function stagePage(program: string): string {
  // The text of a script ends at the first `</script`, wherever it stands.
  const safe = program.replaceAll('</script', '<\\/script')
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Stage</title></head><body><script>${safe}</script></body></html>`
}

/** What a page calls when its document is there. */
export const START = 'breltStart'

/**
 * What a browser is to run in each new document of a page: it keeps the program there, ready to be started. Sent with each
 * document it would take as long as the document, and be compiled anew for each. A window keeps its name from one document to the next,
 * whatever their origins: what a component has put there is not for the one after it.
 */
export const startScript = (program: string): string =>
  `if (top === self) globalThis.name = '', globalThis.${START} = function breltProgram() { delete globalThis.${START}\n${program}\n}`

/** No network, no forms, no frames but the stage's own: a component's code is hostile until proven otherwise. */
export const STAGE_POLICY =
  "default-src 'none'; script-src 'unsafe-inline' blob:; style-src 'unsafe-inline'; img-src data: blob:; font-src data:; media-src data: blob:; form-action 'none'; base-uri 'none'; webrtc 'block'"

/**
 * The reader, for each document of a page: it stands in a world of its own, over the same nodes. In documents inside of the page it
 * waits to be started.
 */
export const readerScript = () => ({
  worldName: READER_WORLD.name,
  source: `globalThis.breltReading = function () {\n${stageProgram('reader')}\n}\nif (top === self) breltReading()`,
})
