import { ROUTES } from '@/contract'
import { answer, handled, workspace } from '@/app/_server'

/** Who does the work of runs. */
export const GET = handled(async () => answer(ROUTES.workersState, await (await workspace()).places.state()))
