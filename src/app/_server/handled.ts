import { BadInput } from '@/core/problem'
import { log } from '@/server'
import { homeFolder } from '@/source'
import { databaseFile, LibraryExists, storeFault } from '@/store'
import { TooLarge } from './body'
import { askingOf, refusalOf } from './guard'
import { COMMON_HEADERS } from './pageHeaders'

const conflict = ({ message, id, library, folder }: LibraryExists) =>
  Response.json({ problem: message, exists: { id, name: library, isLinked: folder !== null } }, { status: 409 })

/** Does what makes a library; that its name is taken is told in words of that. */
export async function nameTaken(name: string, work: () => Promise<Response>): Promise<Response> {
  try {
    return await work()
  } catch (error) {
    if (!(error instanceof LibraryExists)) throw error
    return problem(`There is a library called “${name}” already, or one whose address is the same.`, 409)
  }
}

const problem = (text: string, status: number) => Response.json({ problem: text }, { status })

/**
 * A route's handler that answers whatever happens: who is not one of ours is refused, bad input is told, and a fault of our own says
 * that it is one.
 */
export const handled =
  <Context>(handle: (request: Request, context: Context) => Promise<Response>) =>
  async (request: Request, context: Context): Promise<Response> => {
    const answer = await answerTo(handle, request, context)
    for (const [name, value] of Object.entries(COMMON_HEADERS)) answer.headers.set(name, value)
    return answer
  }

async function answerTo<Context>(
  handle: (request: Request, context: Context) => Promise<Response>,
  request: Request,
  context: Context,
): Promise<Response> {
  const refusal = refusalOf(askingOf(request))
  if (refusal !== undefined) return problem(refusal, 403)
  try {
    return await handle(request, context)
  } catch (error) {
    if (error instanceof BadInput) return problem(error.message, 422)
    if (error instanceof LibraryExists) return conflict(error)
    if (error instanceof TooLarge) return problem(error.message, 413)
    const fault = storeFault(error, databaseFile(homeFolder()))
    if (fault) return problem(fault.message, 503)
    log.error({ err: error, path: new URL(request.url).pathname }, 'a fault of our own')
    const [sentence = ''] = String((error as Error).message).split('\n')
    return problem(`Something went wrong in Brelt itself: ${sentence}`, 500)
  }
}
