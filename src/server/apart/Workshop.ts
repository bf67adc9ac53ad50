import { BadInput } from '@/core/problem'
import type { FileTree, Library, Sheet } from '@/core/sheet'
import type { TokenBook } from '@/core/tokens'
import { receivedCompiled, WorkEnded, WorkProcess, type CompileOptions, type SourceWork } from '@/source'
import type { TreeFiles, TreeName, WorkAnswer, WorkAsk } from './protocol'
import type { WorkName, Works } from './works'

type Result<Name extends WorkName> = Awaited<ReturnType<Works[Name]>>
type Args<Name extends WorkName> = Parameters<Works[Name]>[1]
type Process = WorkProcess<WorkAsk, WorkAnswer, number, TreeFiles>

// Reading the types of a large repository takes half a minute on a slow machine.
const LIMITS = { time: 60_000, memory: 2048 }
// While one is at something that does not end, the other goes on.
const PROCESSES = 2

const states = new WeakMap<FileTree, number>()
let lastState = 0

/** The state that a tree stands on, and how it differs from it. */
function nameOf(tree: FileTree): { base: FileTree; name: TreeName } {
  if (tree.over) {
    const { base, name } = nameOf(tree.over.tree)
    return { base, name: { ...name, texts: { ...name.texts, ...tree.over.texts } } }
  }
  let id = states.get(tree)
  if (id === undefined) states.set(tree, (id = ++lastState))
  return { base: tree, name: { id, texts: {} } }
}

const filesOf = ({ paths, bytes, folder, styleBuild }: FileTree): TreeFiles => ({
  files: new Map(paths.map((path) => [path, bytes(path)!])),
  ...(folder !== undefined && { folder }),
  ...(styleBuild && { styleBuild }),
})

/** Parses what a library's authors have written, in processes of its own. What does not end there is bad input, told by its file. */
export class Workshop implements SourceWork {
  readonly #processes: Process[]

  constructor(limits = LIMITS) {
    this.#processes = Array.from({ length: PROCESSES }, () => new WorkProcess({ program: 'work', limits }))
  }

  async compile({ slug, file }: Sheet, { tree }: Library, { more = [], isForRun = false }: CompileOptions = {}) {
    const options = { more: [...more], isForRun }
    const { compiled, problems } = await this.do('compile', { slug, options }, { tree, at: file })
    return { problems, ...(compiled && { compiled: receivedCompiled(compiled) }) }
  }

  lint({ slug, file }: Sheet, { tree }: Library, _: TokenBook) {
    return this.do('lint', { slug }, { tree, at: file })
  }

  lintLibrary({ tree, source }: Library, _: TokenBook) {
    return this.do('lintLibrary', {}, { tree, at: source.file })
  }

  /**
   * Does one piece of work.
   * @param about `at`: the file to be told where the process cannot say which one it was at
   * @throws BadInput where a file of the author's is the reason, as one that it does not come to an end with
   */
  async do<Name extends WorkName>(
    work: Name,
    args: Args<Name>,
    { tree, at }: { tree?: FileTree; at: string },
  ): Promise<Result<Name>> {
    const named = tree && nameOf(tree)
    const process = this.#processes.reduce((best, each) => (each.waiting < best.waiting ? each : best))
    const answer = await process
      .ask({ work, args, tree: named?.name }, () => filesOf(named!.base))
      .catch((error: unknown) => {
        if (!(error instanceof WorkEnded)) throw error
        const message = `reading it ${error.message}`
        return { problems: [{ file: error.file ?? at, line: 1, column: 1, message }] }
      })
    if ('problems' in answer) throw new BadInput([...answer.problems])
    return answer.done as Result<Name>
  }

  close(): void {
    for (const each of this.#processes) each.end()
  }
}
