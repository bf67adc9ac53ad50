import { z } from 'zod'
import { bodyOf, connection, isOwn, previewOf, notFound, openStored, refused } from '@/app/_server'
import { dropDraft, keepDraft } from '@/store'

const bodySchema = z.object({
  texts: z.record(z.string(), z.string().max(2_000_000).nullable()),
  /** Files whose texts are kept as drafts of this tab. */
  drafts: z.array(z.string()).default([]),
  tab: z.string().max(64),
  /** Drafts that are none any more: their texts were taken back, or another tab goes on with them. */
  drop: z.array(z.object({ path: z.string(), tab: z.string() })).default([]),
  base: z.number(),
})

type Params = { params: Promise<{ library: string; slug: string }> }

/** How the component looks with texts that are not saved. What is typed is kept, so that a closed tab loses nothing. */
export async function POST(request: Request, { params }: Params) {
  if (!isOwn(request)) return refused()
  const { library, slug } = await params
  const body = await bodyOf(request, bodySchema)
  if ('refusal' in body) return body.refusal
  const { texts, drafts, drop, tab, base } = body.data
  const link = await connection()
  for (const path of drafts) {
    const text = texts[path]
    if (typeof text === 'string') await keepDraft(link, { libraryId: library, slug, path, tab, base, text })
  }
  for (const { path, tab: of } of drop) await dropDraft(link, library, path, of)
  const opened = await openStored(library)
  return opened ? Response.json(await previewOf(opened, slug, texts)) : notFound(`library "${library}"`)
}
