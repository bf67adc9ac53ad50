import { ROUTES } from '@/contract'
import { answer, handled, notFound, workspace } from '@/app/_server'

/** Stops a run. What it has found stays. */
export const DELETE = handled(async (request: Request, { params }: { params: Promise<{ run: string }> }) => {
  const { run } = await params
  return (await workspace()).runs.stop(run) ? answer(ROUTES.stopRun, { stopped: run }) : notFound(`run "${run}"`)
})
