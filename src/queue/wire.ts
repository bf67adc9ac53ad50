import { deserialize, serialize } from 'node:v8'
import { deflateRawSync, inflateRawSync } from 'node:zlib'

// Most of it is the same few texts over and over: more work saves little.
const LEVEL = 1
// Less than this is not worth any.
const SMALL_BYTES = 2000

const PLAIN = Buffer.of(0)
const DEFLATED = Buffer.of(1)

/** Plain data as it travels: with maps, bytes, and what is shared told once. */
export function encode(value: unknown): Buffer {
  const bytes = serialize(value)
  return bytes.length < SMALL_BYTES
    ? Buffer.concat([PLAIN, bytes])
    : Buffer.concat([DEFLATED, deflateRawSync(bytes, { level: LEVEL })])
}

/** @throws Error for bytes that are cut off, or that are something else's */
export function decode<T>(bytes: Uint8Array): T {
  const rest = bytes.subarray(1)
  return deserialize(bytes[0] === PLAIN[0] ? rest : inflateRawSync(rest)) as T
}
