import { userInfo } from 'node:os'
import { ROUTES, type RepositoryAnswer } from '@/contract'
import { bodyOf, handled, workspace } from '@/app/_server'
import { BadInput } from '@/core/problem'
import { LIBRARY_FILE } from '@/core/sheet'
import { keepComponents, openFolder, readFolder, writeFiles } from '@/source'
import { importTree } from '@/store'

const answered = async (work: () => Promise<unknown>) => {
  try {
    return Response.json(await work())
  } catch (error) {
    const isTold = error instanceof BadInput || (error as NodeJS.ErrnoException).code !== undefined
    if (!isTold) throw error
    return Response.json({ problem: (error as Error).message }, { status: 422 })
  }
}

const proposalFor = async (folder: string) =>
  (await workspace()).workshop.do('proposeRepository', { folder }, { at: folder })

/** What a folder of this machine could become: the library that it is, or one that is proposed. Nothing is written. */
export const POST = handled(async (request: Request) => {
  const body = await bodyOf(request, ROUTES.proposeRepository)
  if ('refusal' in body) return body.refusal
  return answered(async (): Promise<RepositoryAnswer> => {
    const tree = openFolder(body.data.folder)
    if (tree.paths.includes(LIBRARY_FILE)) return { kind: 'library' }
    const { files, ...proposal } = await proposalFor(tree.folder!)
    return { kind: 'proposal', ...proposal, files: Object.keys(files) }
  })
})

/** Writes what was proposed, for the components that were chosen, and links a library to the folder. */
export const PUT = handled(async (request: Request) => {
  const body = await bodyOf(request, ROUTES.takeRepository)
  if ('refusal' in body) return body.refusal
  return answered(async () => {
    const tree = openFolder(body.data.folder)
    if (!tree.paths.includes(LIBRARY_FILE)) {
      const { files } = keepComponents(await proposalFor(tree.folder!), body.data.components)
      await writeFiles(tree.folder!, Object.entries(files))
    }
    const options = { author: userInfo().username, folder: tree.folder!, as: 'new' as const }
    return importTree((await workspace()).link, readFolder(tree.folder!), options)
  })
})
