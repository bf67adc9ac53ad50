import { ROUTES } from '@/contract'
import { answer, handled, workspace } from '@/app/_server'
import { gitFacts } from '@/server'

/** What the repository says of the library's linked folder. */
export const GET = handled(async (_: Request, { params }: { params: Promise<{ library: string }> }) =>
  answer(ROUTES.git, { git: (await gitFacts(await workspace(), (await params).library)) ?? null }),
)
