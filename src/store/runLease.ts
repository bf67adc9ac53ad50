import { hostname } from 'node:os'
import { and, eq } from 'drizzle-orm'
import type { Connection } from './open'
import { runs } from './schema'

/** How often a process says of its runs that they go on, in ms. */
export const BEAT_MS = 3000
// A process that has said nothing for this long has ended, or its machine sleeps.
const LEASE_MS = 15_000

/** This process, as runs name it. */
export const thisOwner = (): string => `${hostname()} ${process.pid}`

/** Says that a run still goes on. */
export const beat = ({ db, write }: Connection, runId: string, now = new Date()) =>
  write(async () => {
    await db.update(runs).set({ beatAt: now }).where(eq(runs.id, runId))
  })

/** Marks runs as interrupted whose process has ended: at once where it was one of this machine, else when it is silent for long. */
export async function markInterrupted({ db, write }: Connection, now = new Date()): Promise<void> {
  const going = await db
    .select({ id: runs.id, owner: runs.owner, beatAt: runs.beatAt })
    .from(runs)
    .where(eq(runs.state, 'running'))
  const left = going.filter(({ owner, beatAt }) => hasEnded(owner) || now.getTime() - Number(beatAt ?? 0) > LEASE_MS)
  if (left.length === 0) return
  await write(async () => {
    for (const { id } of left)
      await db
        .update(runs)
        .set({ state: 'interrupted', problem: 'Brelt ended while it ran.' })
        .where(and(eq(runs.id, id), eq(runs.state, 'running')))
  })
}

/** Whether a process of this machine has ended. One that bears its number by now keeps a run open until its lease is over. */
function hasEnded(owner: string): boolean {
  const [host, pid] = owner.split(' ')
  if (host !== hostname() || pid === undefined) return false
  try {
    process.kill(Number(pid), 0)
    return false
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'ESRCH'
  }
}
