/** One of several parts of a whole, from 1. */
export interface Shard {
  number: number
  of: number
}

/** @returns undefined for a text that is not `2/5` */
export function parseShard(text: string): Shard | undefined {
  const [, number, of] = /^(\d{1,4})\/(\d{1,4})$/.exec(text) ?? []
  const shard = { number: Number(number), of: Number(of) }
  return shard.number >= 1 && shard.number <= shard.of ? shard : undefined
}
