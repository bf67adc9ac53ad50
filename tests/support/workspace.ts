import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { treeOf } from '@/core/sheet'
import { readFolder } from '@/source'
import { Workspace } from '@/server'
import { importTree, type Connection } from '@/store'
import { removeRepository, writeRepository } from './repository'
import { testStore, type StoreHooks } from './store'

/** What the server keeps, in this process and with a store of its own: for all that changes files, and asks for no browser. */
export class Acts {
  readonly #linked: string[] = []
  readonly workspace: Workspace

  constructor(private readonly link: Connection) {
    this.workspace = new Workspace(link, () => Promise.reject(new Error('there is no browser here')))
  }

  /** Takes a library in. @returns its id */
  async stored(files: Readonly<Record<string, string>>): Promise<string> {
    return (await importTree(this.link, treeOf(files), { author: 'me' })).id
  }

  /** Writes a library into a folder of its own and links it. @returns its id, and a file's text as it stands on disk */
  async linked(files: Readonly<Record<string, string>>) {
    const folder = writeRepository(files, 'linked')
    this.#linked.push(folder)
    const { id } = await importTree(this.link, readFolder(folder), { author: 'me', folder })
    return { id, folder, onDisk: (path: string) => readFileSync(join(folder, path), 'utf8') }
  }

  async close(): Promise<void> {
    await this.workspace.close()
    this.#linked.forEach(removeRepository)
  }
}

/** What the server keeps, for a file of tests: `const begun = testActs({ beforeAll, afterAll })`. @returns it, once there is a store */
export function testActs(hooks: StoreHooks): () => Acts {
  let acts: Acts | undefined
  // Before its store goes.
  hooks.afterAll(() => acts?.close())
  const store = testStore(hooks)
  return () => (acts ??= new Acts(store()))
}
