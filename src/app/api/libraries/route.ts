import { userInfo } from 'node:os'
import { isOwn, refused, workspace } from '@/app/_server'
import { BadInput } from '@/core/problem'
import { UPLOAD_LIMITS } from '@/core/sheet'
import { openFolder, readZip } from '@/source'
import { importTree } from '@/store'

/** Takes a library in: a zip as the body, or a folder of this machine that `?folder=` names, linked with `&link=yes`. */
export async function POST(request: Request) {
  if (!isOwn(request)) return refused()
  const query = new URL(request.url).searchParams
  const folder = query.get('folder')
  const options = { author: userInfo().username }
  try {
    if (folder !== null) {
      const tree = openFolder(folder)
      const link = query.get('link') === 'yes' ? { folder: tree.folder! } : {}
      return Response.json(await importTree((await workspace()).link, tree, { ...options, ...link }))
    }
    if (Number(request.headers.get('content-length') ?? 0) > UPLOAD_LIMITS.bytes)
      return Response.json(
        { problem: `The zip is larger than the ${UPLOAD_LIMITS.bytes} bytes that are taken at once.` },
        { status: 413 },
      )
    const tree = readZip(new Uint8Array(await request.arrayBuffer()), query.get('name') ?? 'the zip')
    return Response.json(await importTree((await workspace()).link, tree, options))
  } catch (error) {
    if (!(error instanceof BadInput)) throw error
    return Response.json({ problem: error.message }, { status: 422 })
  }
}
