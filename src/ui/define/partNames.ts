import type { Picked } from '@/stage'

/** Names that mean something else where parts are named. */
export const RESERVED = ['host', 'page', 'events', 'now', 'for', 'by']

/** A name that no part bears yet. */
export function freeName(wanted: string, taken: readonly string[]): string {
  const used = new Set([...taken, ...RESERVED])
  if (!used.has(wanted)) return wanted
  let count = 2
  while (used.has(`${wanted}-${count}`)) count++
  return `${wanted}-${count}`
}

/** What a pick becomes in the sheet. */
export const partOf = (
  { select }: Pick<Picked, 'select'>,
  pseudo?: string,
): string | { select: string; pseudo: string } => (pseudo ? { select, pseudo } : select)
