import { z } from 'zod'
import { bodyOf, connection, goBack, isOwn, notFound, openStored, refused } from '@/app/_server'
import { changesBetween, revisionTexts } from '@/store'

const bodySchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.enum(['undo', 'redo']) }),
  z.object({ kind: z.literal('restore'), id: z.number() }),
])

type Params = { params: Promise<{ library: string; slug: string }> }

/** What differs between two revisions, field by field. */
export async function GET(request: Request, { params }: Params) {
  const { library, slug } = await params
  const query = new URL(request.url).searchParams
  const { db } = await connection()
  const [before, after] = await Promise.all(
    ['from', 'to'].map((key) => revisionTexts(db, library, slug, Number(query.get(key)))),
  )
  if (!before || !after) return notFound('revision of these numbers')
  const file = [...Object.keys(after), ...Object.keys(before)].find((path) => path.endsWith(`${slug}.sheet.yaml`)) ?? ''
  return Response.json({ changes: changesBetween(file, before, after) })
}

/** Undoes, does again, or brings an earlier revision back. */
export async function POST(request: Request, { params }: Params) {
  if (!isOwn(request)) return refused()
  const { library, slug } = await params
  const body = await bodyOf(request, bodySchema)
  if ('refusal' in body) return body.refusal
  if (!(await openStored(library))) return notFound(`library "${library}"`)
  return Response.json(await goBack(library, slug, body.data))
}
