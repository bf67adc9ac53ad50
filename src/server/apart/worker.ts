import { LRUCache } from 'lru-cache'
import { BadInput } from '@/core/problem'
import { LIBRARY_FILE, overlay, readLibrary, SHEET_SUFFIX, withTexts, type FileTree, type Library } from '@/core/sheet'
import { readTokens, type TokenBook } from '@/core/tokens'
import { nowReading, serveWork, withPackages } from '@/source'
import type { TreeFiles, TreeName, WorkAnswer, WorkAsk } from './protocol'
import { WORKS, type Subject, type WorkName } from './works'

// Parses what a library's authors have written, in a process of its own: what never ends, or takes all memory, stops only this.

// As many as the server keeps itself.
const MAX_KEPT = 4

interface State {
  tree: FileTree
  opened?: { library: Library; tokens: TokenBook }
}

const states = new LRUCache<number, State>({ max: MAX_KEPT })

function treeFrom({ files, folder, styleBuild }: TreeFiles): FileTree {
  const tree = { paths: [...files.keys()], bytes: (path: string) => files.get(path), ...(styleBuild && { styleBuild }) }
  return folder === undefined ? tree : withPackages({ ...tree, folder })
}

function open(tree: FileTree) {
  nowReading(LIBRARY_FILE)
  const { library, problems } = readLibrary(tree)
  // Whoever asks has read it before.
  if (!library) throw new BadInput(problems)
  return { library, tokens: readTokens(library).book }
}

/** Whether other texts change no more than sheets and what they name. */
const changesComponents = ({ library: { data } }: { library: Library }, texts: TreeName['texts']) =>
  Object.keys(texts).every((path) => path !== LIBRARY_FILE && !data.tokens.includes(path))

function subjectOf(name: TreeName | undefined, filesOf: (id: number) => Promise<TreeFiles>): Subject {
  const state = async () => {
    const { id } = name!
    let known = states.get(id)
    if (!known) states.set(id, (known = { tree: treeFrom(await filesOf(id)) }))
    return known
  }
  const tree = async () => overlay((await state()).tree, name!.texts)
  return {
    tree,
    opened: async () => {
      const base = await state()
      base.opened ??= open(base.tree)
      const { texts } = name!
      const isSame = Object.keys(texts).length === 0
      if (isSame) return base.opened
      if (!changesComponents(base.opened, texts)) return open(await tree())
      const sheet = Object.keys(texts).find((path) => path.endsWith(SHEET_SUFFIX))
      if (sheet !== undefined) nowReading(sheet)
      return { ...base.opened, library: withTexts(base.opened.library, texts).library }
    },
  }
}

serveWork<WorkAsk, WorkAnswer, number, TreeFiles>(async ({ work, args, tree }, filesOf) => {
  try {
    const run = WORKS[work] as (subject: Subject, args: unknown) => ReturnType<(typeof WORKS)[WorkName]>
    return { done: await run(subjectOf(tree, filesOf), args) }
  } catch (error) {
    if (error instanceof BadInput) return { problems: error.problems }
    throw error
  }
})
