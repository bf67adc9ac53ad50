/** Which of a component's breaks are tried: others may try the rest elsewhere. */
export interface Share {
  /** From 0. */
  number: number
  of: number
}

export const WHOLE: Share = { number: 0, of: 1 }

/**
 * Whether a break belongs to a share: to the same one wherever it is asked, whatever else is found beside it.
 * @param name tells the break from all others of its component
 */
export const isIn = ({ number, of }: Share, name: string): boolean => spread(name, of) === number

/** One of the numbers from 0, always the same for a name, and about as often each. */
export function spread(name: string, of: number): number {
  let sum = 0
  for (let at = 0; at < name.length; at++) sum = (Math.imul(sum, 31) + name.charCodeAt(at)) | 0
  // The lowest bits of such a sum tell little apart.
  return ((sum ^ (sum >>> 15)) >>> 0) % of
}
