import { userInfo } from 'node:os'
import { z } from 'zod'
import { handled, queryOf, readBody, workspace } from '@/app/_server'
import { openFolder, readZip } from '@/source'
import { importTree } from '@/store'

/** `as`: what to do where another library has the name. */
const query = z.object({
  folder: z.string().optional(),
  link: z.enum(['yes', 'no']).optional(),
  name: z.string().default('the zip'),
  as: z.enum(['state', 'new']).optional(),
})

/** Takes a library in: a zip as the body, or a folder of this machine that `?folder=` names, linked with `&link=yes`. */
export const POST = handled(async (request: Request) => {
  const asked = queryOf(request, { query })
  if ('refusal' in asked) return asked.refusal
  const { folder, name, as } = asked.data
  const options = { author: userInfo().username, as }
  if (folder !== undefined) {
    const tree = openFolder(folder)
    const link = asked.data.link === 'yes' ? { folder: tree.folder! } : {}
    return Response.json(await importTree((await workspace()).link, tree, { ...options, ...link }))
  }
  const tree = readZip(await readBody(request), name)
  return Response.json(await importTree((await workspace()).link, tree, options))
})
