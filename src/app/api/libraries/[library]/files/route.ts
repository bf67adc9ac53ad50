import { notFound, openStored } from '@/app/_server'
import { textOf } from '@/core/sheet'

/** The text of one of a library's files: `?path=`. */
export async function GET(request: Request, { params }: { params: Promise<{ library: string }> }) {
  const { library } = await params
  const path = new URL(request.url).searchParams.get('path') ?? ''
  const opened = await openStored(library)
  const text = opened && textOf(opened.library.tree, path)
  return text === undefined ? notFound(`file "${path}"`) : Response.json({ text })
}
