import { workspace } from '@/app/_server'
import { Workers } from '@/ui/workers'

export const dynamic = 'force-dynamic'
export const metadata = { title: 'Workers – Brelt' }

/** Who does the work of runs. */
export default async function WorkersPage() {
  return <Workers initial={await (await workspace()).places.state()} />
}
