import { ROUTES } from '@/contract'
import { answer, handled, notFound, workspace } from '@/app/_server'
import { setRemoved } from '@/store'

/** Brings a library back that was removed. */
export const POST = handled(async (_: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const isDone = await setRemoved((await workspace()).link, library, null)
  return isDone ? answer(ROUTES.bringBackLibrary, {}) : notFound(`removed library "${library}"`)
})
