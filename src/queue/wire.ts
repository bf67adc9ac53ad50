import { deserialize, serialize } from 'node:v8'
import { deflateRawSync, inflateRawSync } from 'node:zlib'

// Most of it is the same few texts over and over: more work saves little.
const LEVEL = 1

/** Plain data as it travels: with maps, bytes, and what is shared told once. */
export const encode = (value: unknown): Buffer => deflateRawSync(serialize(value), { level: LEVEL })

/** @throws Error for bytes that are cut off, or that are something else's */
export const decode = <T>(bytes: Uint8Array): T => deserialize(inflateRawSync(bytes)) as T
