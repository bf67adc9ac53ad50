import { gunzipSync, gzipSync } from 'node:zlib'

/** Data as it is kept. */
export const zip = (value: unknown): Uint8Array => gzipSync(JSON.stringify(value), { level: 1 })

/** The data of what was kept; undefined for what was cut off, or is something else's file. */
export function unzip(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(gunzipSync(bytes).toString('utf8'))
  } catch {
    return undefined
  }
}
