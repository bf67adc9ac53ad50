import { userInfo } from 'node:os'
import { z } from 'zod'
import { handled, readBody, workspace } from '@/app/_server'
import { openFolder, readZip } from '@/source'
import { importTree } from '@/store'

/** What to do where another library has the name. */
const asked = z.enum(['state', 'new']).optional()

/** Takes a library in: a zip as the body, or a folder of this machine that `?folder=` names, linked with `&link=yes`. */
export const POST = handled(async (request: Request) => {
  const query = new URL(request.url).searchParams
  const folder = query.get('folder')
  const as = asked.safeParse(query.get('as') ?? undefined).data
  const options = { author: userInfo().username, as }
  if (folder !== null) {
    const tree = openFolder(folder)
    const link = query.get('link') === 'yes' ? { folder: tree.folder! } : {}
    return Response.json(await importTree((await workspace()).link, tree, { ...options, ...link }))
  }
  const tree = readZip(await readBody(request), query.get('name') ?? 'the zip')
  return Response.json(await importTree((await workspace()).link, tree, options))
})
