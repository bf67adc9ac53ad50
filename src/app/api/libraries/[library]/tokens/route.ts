import { z } from 'zod'
import {
  bodyOf,
  editTokens,
  isOwn,
  notFound,
  openStored,
  refused,
  stepTokens,
  tokenEffects,
  tokensModel,
  tryTokens,
} from '@/app/_server'

const editSchema = z.object({
  path: z.string().max(500),
  file: z.string().max(500),
  at: z.array(z.union([z.string(), z.number()])).max(64),
  was: z.json(),
  type: z.string().max(40),
  text: z.string().max(20_000),
})

const bodySchema = z.discriminatedUnion('do', [
  z.object({ do: z.enum(['save', 'look', 'try']), edits: z.array(editSchema).min(1).max(200) }),
  z.object({ do: z.enum(['undo', 'redo']) }),
])

type Params = { params: Promise<{ library: string }> }

/** A library's tokens, in every context, with where they are used. */
export async function GET(_: Request, { params }: Params) {
  const { library } = await params
  const model = await tokensModel(library)
  return model ? Response.json(model) : notFound(`library "${library}"`)
}

/** Changes tokens; or tells what a change would do, by its values alone or by rendering it. */
export async function POST(request: Request, { params }: Params) {
  if (!isOwn(request)) return refused()
  const { library } = await params
  const body = await bodyOf(request, bodySchema)
  if ('refusal' in body) return body.refusal
  if (!(await openStored(library))) return notFound(`library "${library}"`)
  const { data } = body
  try {
    switch (data.do) {
      case 'save':
        await editTokens(library, data.edits)
        return Response.json({})
      case 'look':
        return Response.json(await tokenEffects(library, data.edits))
      case 'try':
        return Response.json(await tryTokens(library, data.edits, request.signal))
      default:
        await stepTokens(library, data.do)
        return Response.json({})
    }
  } catch (error) {
    return Response.json({ problem: (error as Error).message }, { status: 422 })
  }
}
