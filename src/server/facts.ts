import type { LibraryFacts } from '@/contract'
import { BadInput, describeProblem } from '@/core/problem'
import { listLibraries } from '@/store'
import { removedComponents } from './removing'
import type { Workspace } from './Workspace'

/** What every view's title block shows; or why the library cannot be opened. */
export async function libraryFacts(
  workspace: Workspace,
  id: string,
): Promise<{ library: LibraryFacts; libraries: { id: string; name: string }[] } | { problem: string } | undefined> {
  try {
    const opened = await workspace.open(id)
    if (!opened) return undefined
    const { record, sheets, faults } = opened
    const { styleBuild } = opened.library.tree
    const components = record.components.map((each) => {
      const [fault] = faults.get(each.slug) ?? []
      return {
        ...each,
        status: sheets.find(({ slug }) => slug === each.slug)?.data.status ?? 'draft',
        ...(fault && { fault: describeProblem(fault) }),
      }
    })
    return {
      library: {
        id,
        name: record.name,
        fingerprint: record.fingerprint,
        components,
        removed: await removedComponents(workspace.link, id),
        ...(record.folder !== undefined && { folder: record.folder, isWatched: workspace.watching.isWatched(id) }),
        ...(styleBuild && { styleBuild: { config: styleBuild.config, ...(record.trust && { trust: record.trust }) } }),
      },
      libraries: await listLibraries(workspace.link.db),
    }
  } catch (error) {
    if (!(error instanceof BadInput)) throw error
    return { problem: error.message }
  }
}
