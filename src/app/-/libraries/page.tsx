import { workspace } from '@/app/_server'
import { findLibrary, listLibraries, listRemovedLibraries } from '@/store'
import { Libraries } from '@/ui/libraries'

export const dynamic = 'force-dynamic'
export const metadata = { title: 'Libraries – Brelt' }

/** All libraries of the store, and those that were removed. */
export default async function LibrariesPage() {
  const { db } = (await workspace()).link
  const libraries = await Promise.all(
    (await listLibraries(db)).map(async ({ id, name, folder }) => ({
      id,
      name,
      folder,
      components: (await findLibrary(db, id))?.components.length ?? 0,
    })),
  )
  const removed = (await listRemovedLibraries(db)).map(({ id, name, removedAt }) => ({
    id,
    name,
    removedAt: removedAt!.toISOString(),
  }))
  return <Libraries libraries={libraries} removed={removed} />
}
