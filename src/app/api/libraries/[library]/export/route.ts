import { zipSync } from 'fflate'
import { handled, notFound, workspace } from '@/app/_server'
import { findLibrary, treeOfLibrary } from '@/store'

/** The library's folder as a zip: the same bytes that were taken in, and what was saved since. */
export const GET = handled(async (_: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const { db } = (await workspace()).link
  if (!(await findLibrary(db, library))) return notFound(`library "${library}"`)
  const tree = await treeOfLibrary(db, library)
  const entries = Object.fromEntries(tree.paths.map((path) => [`${library}/${path}`, tree.bytes(path)!]))
  return new Response(new Uint8Array(zipSync(entries)), {
    headers: { 'content-type': 'application/zip', 'content-disposition': `attachment; filename="${library}.zip"` },
  })
})
