import { workspace } from '@/app/_server'
import { redirect } from 'next/navigation'
import { listLibraries } from '@/store'

export const dynamic = 'force-dynamic'

/** Opens the first library; there is always one, unless somebody has emptied the store. */
export default async function Home() {
  const { db } = (await workspace()).link
  const [first] = await listLibraries(db)
  if (first) redirect(`/${first.id}`)
  return (
    <main className="p-6">
      <h1 className="mb-2 font-semibold">No library yet</h1>
      <p>
        Bring one in from its folder: <code className="num">npx brelt import FOLDER</code>
      </p>
    </main>
  )
}
