import { ROUTES } from '@/contract'
import { answer, isOwn, notFound, refused, workspace } from '@/app/_server'

/** Stops a run. What it has found stays. */
export async function DELETE(request: Request, { params }: { params: Promise<{ run: string }> }) {
  if (!isOwn(request)) return refused()
  const { run } = await params
  return (await workspace()).runs.stop(run) ? answer(ROUTES.stopRun, { stopped: run }) : notFound(`run "${run}"`)
}
