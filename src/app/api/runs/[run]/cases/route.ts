import { connection, notFound } from '@/app/_server'
import { caseChecks } from '@/store'

/** All that a run read in one case: `?slug=&key=`. */
export async function GET(request: Request, { params }: { params: Promise<{ run: string }> }) {
  const { run } = await params
  const query = new URL(request.url).searchParams
  const { db } = await connection()
  const found = await caseChecks(db, run, query.get('slug') ?? '', query.get('key') ?? '')
  return found ? Response.json(found) : notFound('reading of this case')
}
