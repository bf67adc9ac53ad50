import type { LibraryFacts } from '@/contract'
import { BadInput } from '@/core/problem'
import { listLibraries } from '@/store'
import { connection } from './connection'
import { openStored } from './opened'

/** What every view's title block shows; or why the library cannot be opened. */
export async function libraryFacts(
  id: string,
): Promise<{ library: LibraryFacts; libraries: { id: string; name: string }[] } | { problem: string } | undefined> {
  const { db } = await connection()
  try {
    const opened = await openStored(id)
    if (!opened) return undefined
    const { record, sheets } = opened
    const { styleBuild } = opened.library.tree
    const components = record.components.map((each) => ({
      ...each,
      status: sheets.find(({ slug }) => slug === each.slug)?.data.status ?? 'draft',
    }))
    return {
      library: {
        id,
        name: record.name,
        components,
        ...(record.folder !== undefined && { folder: record.folder }),
        ...(styleBuild && { styleBuild: { config: styleBuild.config, ...(record.trust && { trust: record.trust }) } }),
      },
      libraries: await listLibraries(db),
    }
  } catch (error) {
    if (!(error instanceof BadInput)) throw error
    return { problem: error.message }
  }
}
