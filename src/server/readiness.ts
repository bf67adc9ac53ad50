import { sql } from 'drizzle-orm'
import type { Workspace } from './Workspace'

/** Whether the server can do what is asked of it, part by part. */
export interface Readiness {
  status: 'ready' | 'not ready'
  /** `ok`, or what is wrong. */
  store: string
  /** Where runs get their readings from: a browser of this machine, or a queue. */
  readings: string
}

export async function readiness({ link, places }: Pick<Workspace, 'link' | 'places'>): Promise<Readiness> {
  const [store, readings] = await Promise.all([
    saying(async () => void (await link.db.run(sql`select 1`))),
    saying(() => places.check()),
  ])
  return { status: store === 'ok' && readings === 'ok' ? 'ready' : 'not ready', store, readings }
}

const saying = (check: () => Promise<void>): Promise<string> =>
  check().then(
    () => 'ok',
    (error: Error) => error.message,
  )
