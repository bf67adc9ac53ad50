import { workspace } from '@/app/_server'
import { redirect } from 'next/navigation'
import { listLibraries } from '@/store'

export const dynamic = 'force-dynamic'

/** Opens the first library; there is always one, unless somebody has emptied the store. */
export default async function Home() {
  const { db } = (await workspace()).link
  const [first] = await listLibraries(db)
  redirect(first ? `/${first.id}` : '/-/libraries')
}
