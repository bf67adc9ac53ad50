/** A set of cases, one bit each, 32 to a word. */
export type Bits = Uint32Array

export const noBits = (size: number): Bits => new Uint32Array(Math.ceil(size / 32))

export function bitsOf(size: number, members: Iterable<number>): Bits {
  const bits = noBits(size)
  for (const at of members) bits[at >>> 5]! |= 1 << (at & 31)
  return bits
}

export function allBits(size: number): Bits {
  const bits = noBits(size).fill(0xffffffff)
  if (size & 31) bits[bits.length - 1] = 2 ** (size & 31) - 1
  return bits
}

export const hasBit = (bits: Bits, at: number): boolean => (bits[at >>> 5]! & (1 << (at & 31))) !== 0

export const both = (a: Bits, b: Bits): Bits => a.map((word, at) => word & b[at]!)

export const either = (a: Bits, b: Bits): Bits => a.map((word, at) => word | b[at]!)

export const without = (a: Bits, b: Bits): Bits => a.map((word, at) => word & ~b[at]!)

export const isSubset = (a: Bits, b: Bits): boolean => {
  for (let at = 0; at < a.length; at++) if ((a[at]! & ~b[at]!) !== 0) return false
  return true
}

export const sameBits = (a: Bits, b: Bits): boolean => {
  for (let at = 0; at < a.length; at++) if (a[at] !== b[at]) return false
  return true
}

export function countBits(bits: Bits): number {
  let count = 0
  for (let word of bits) for (; word !== 0; word &= word - 1) count++
  return count
}

/** The lowest member; -1 for none. */
export function firstBit(bits: Bits): number {
  for (let at = 0; at < bits.length; at++) if (bits[at] !== 0) return at * 32 + 31 - Math.clz32(bits[at]! & -bits[at]!)
  return -1
}
