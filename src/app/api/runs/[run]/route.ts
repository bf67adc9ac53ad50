import { isOwn, notFound, refused } from '@/app/_server/guard'
import { stopRun } from '@/app/_server/runs'

/** Stops a run. What it has found stays. */
export async function DELETE(request: Request, { params }: { params: Promise<{ run: string }> }) {
  if (!isOwn(request)) return refused()
  const { run } = await params
  return stopRun(run) ? Response.json({ stopped: run }) : notFound(`run "${run}"`)
}
