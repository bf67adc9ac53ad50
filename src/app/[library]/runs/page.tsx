import { notFound } from 'next/navigation'
import { queryText, workspace } from '@/app/_server'
import { libraryFacts } from '@/server'
import { Runs } from '@/ui/runs'

export const dynamic = 'force-dynamic'

interface PageProps {
  params: Promise<{ library: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

/** All runs of a library. */
export default async function RunsPage({ params, searchParams }: PageProps) {
  const facts = await libraryFacts(await workspace(), (await params).library)
  if (!facts) notFound()
  if ('problem' in facts) return <pre className="p-6 text-miss">{facts.problem}</pre>
  return <Runs {...facts} query={queryText(await searchParams)} />
}
