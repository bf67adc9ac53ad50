import { notFound } from 'next/navigation'
import { workspace } from '@/app/_server'
import { libraryFacts } from '@/server'
import { LibraryStrength } from '@/ui/strength'

export const dynamic = 'force-dynamic'

interface PageProps {
  params: Promise<{ library: string }>
}

/** What the specs of a library notice when its components break. */
export default async function StrengthPage({ params }: PageProps) {
  const facts = await libraryFacts(await workspace(), (await params).library)
  if (!facts) notFound()
  if ('problem' in facts) return <pre className="p-6 text-miss">{facts.problem}</pre>
  return <LibraryStrength {...facts} />
}
