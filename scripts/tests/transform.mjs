import { existsSync, readFileSync } from 'node:fs'

/** Bundled tests run as they stand; a fault is told at its place in our own files. */
export default {
  process(code, path) {
    const map = `${path}.map`
    return { code, map: existsSync(map) ? readFileSync(map, 'utf8') : undefined }
  },
}
