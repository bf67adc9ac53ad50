import { handled, workspace } from '@/app/_server'
import { readiness } from '@/server'

/** Whether it can do what is asked of it: 503 with the reasons where it cannot. */
export const GET = handled(async () => {
  const state = await readiness(await workspace())
  return Response.json(state, { status: state.status === 'ready' ? 200 : 503 })
})
