import type { CDPSession, Protocol } from 'puppeteer-core'

/** The world of a page in which a program of the stage's stands: the component's own, or the reader's. */
export interface WorldDefinition {
  /** The program's name in it. */
  program: string
  /** Of an isolated world; the page's own without. */
  name?: string
  /** Results come as a text, which is quicker for much data. The component's world might falsify it. */
  asText: boolean
}

export const STAGE_WORLD: WorldDefinition = { program: 'breltStage', asText: false }
export const READER_WORLD: WorldDefinition & { name: string } = {
  program: 'breltReader',
  name: 'brelt-reader',
  asText: true,
}

type Functions<Program> = {
  [Name in keyof Program]: Program[Name] extends (...given: never[]) => unknown ? Program[Name] : never
}

/** A program in one world of a page, whose functions are called with data. */
export class StageWorld<Program> {
  #contextId: number | undefined
  #frameId: string | undefined

  constructor(
    readonly session: CDPSession,
    readonly definition: WorldDefinition,
  ) {
    session.on('Runtime.executionContextCreated', ({ context }) => {
      const { frameId, isDefault } = context.auxData as { frameId?: string; isDefault?: boolean }
      const isOurs = definition.name === undefined ? isDefault === true : context.name === definition.name
      // Frames inside have such worlds too.
      if (isOurs && frameId === this.#frameId) this.#contextId = context.id
    })
  }

  /** Must be told before the page is loaded. */
  watch(mainFrameId: string): void {
    this.#frameId = mainFrameId
  }

  /** Calls a function of the program, and gives back its data. @throws Error with what it threw */
  async call<Name extends keyof Program & string>(
    name: Name,
    ...given: Parameters<Functions<Program>[Name]>
  ): Promise<Awaited<ReturnType<Functions<Program>[Name]>>> {
    const { program, asText } = this.definition
    const called = `${program}.call(name, given)`
    const { result, exceptionDetails } = await this.session.send('Runtime.callFunctionOn', {
      ...this.context,
      functionDeclaration: asText
        ? `async (name, given) => JSON.stringify(await ${called}) ?? 'null'`
        : `(name, given) => ${called}`,
      arguments: [{ value: name }, { value: JSON.stringify(given) }],
      awaitPromise: true,
      returnByValue: true,
    })
    if (exceptionDetails) throw new Error(errorText(exceptionDetails))
    const value: unknown = asText ? JSON.parse(result.value as string) : result.value
    return value as Awaited<ReturnType<Functions<Program>[Name]>>
  }

  /** Calls a function that gives back an object of the page. @returns its number; undefined where it is none */
  async object<Name extends keyof Program & string>(
    name: Name,
    ...given: Parameters<Functions<Program>[Name]>
  ): Promise<string | undefined> {
    const { result } = await this.session.send('Runtime.callFunctionOn', {
      ...this.context,
      functionDeclaration: `(name, given) => ${this.definition.program}.call(name, given)`,
      arguments: [{ value: name }, { value: JSON.stringify(given) }],
    })
    return result.objectId
  }

  private get context(): { executionContextId: number } {
    if (this.#contextId === undefined) throw new Error('the page has not been loaded')
    return { executionContextId: this.#contextId }
  }
}

/** The first line of what was thrown; a plain error without its kind. */
const errorText = ({ exception, text }: Protocol.Runtime.ExceptionDetails) =>
  (exception?.description?.split('\n')[0] ?? text).replace(/^(Uncaught )?Error: /, '')

/** Prepares worlds of a page for its next documents. */
export async function watchWorlds(session: CDPSession, worlds: readonly Pick<StageWorld<object>, 'watch'>[]) {
  const { frameTree } = await session.send('Page.getFrameTree')
  for (const world of worlds) world.watch(frameTree.frame.id)
}
