import { connection, notFound } from '@/app/_server'
import { textOf } from '@/core/sheet'
import { treeOfLibrary } from '@/store'

/** The text of one of a library's files: `?path=`. */
export async function GET(request: Request, { params }: { params: Promise<{ library: string }> }) {
  const { library } = await params
  const path = new URL(request.url).searchParams.get('path') ?? ''
  const { db } = await connection()
  const text = textOf(await treeOfLibrary(db, library), path)
  return text === undefined ? notFound(`file "${path}"`) : Response.json({ text })
}
