import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { treeOf } from '@/core/sheet'
import { readFolder } from '@/source'
import { Workspace } from '@/server'
import { connect, importTree, migrateTables, type Connection } from '@/store'
import { writeRepository } from './repository'

/** What the server keeps, in this process and with a store of its own: for all that changes files, and asks for no browser. */
export class Acts {
  private constructor(
    readonly workspace: Workspace,
    private readonly link: Connection,
    private readonly folders: string[],
  ) {}

  static async begin(): Promise<Acts> {
    const folder = mkdtempSync(join(tmpdir(), 'brelt-acts-'))
    process.env.BRELT_DATA = join(folder, 'store.db')
    const link = await connect(folder)
    await migrateTables(link, process.env.BRELT_HOME ?? process.cwd())
    const workspace = new Workspace(link, () => Promise.reject(new Error('there is no browser here')))
    return new Acts(workspace, link, [folder])
  }

  /** Takes a library in. @returns its id */
  async stored(files: Readonly<Record<string, string>>): Promise<string> {
    return (await importTree(this.link, treeOf(files), { author: 'me' })).id
  }

  /** Writes a library into a folder of its own and links it. @returns its id, and a file's text as it stands on disk */
  async linked(files: Readonly<Record<string, string>>) {
    const folder = writeRepository(files, 'linked')
    this.folders.push(dirname(folder))
    const { id } = await importTree(this.link, readFolder(folder), { author: 'me', folder })
    return { id, folder, onDisk: (path: string) => readFileSync(join(folder, path), 'utf8') }
  }

  async close(): Promise<void> {
    await this.workspace.close()
    delete process.env.BRELT_DATA
    for (const folder of this.folders) rmSync(folder, { recursive: true, force: true })
  }
}
