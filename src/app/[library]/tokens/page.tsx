import { notFound } from 'next/navigation'
import { queryText, workspace } from '@/app/_server'
import { libraryFacts } from '@/server'
import { Tokens } from '@/ui/tokens'

export const dynamic = 'force-dynamic'

interface TokensPageProps {
  params: Promise<{ library: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

export default async function TokensPage({ params, searchParams }: TokensPageProps) {
  const facts = await libraryFacts(await workspace(), (await params).library)
  if (!facts) notFound()
  if ('problem' in facts) return <pre className="p-6 text-miss">{facts.problem}</pre>
  return <Tokens {...facts} query={queryText(await searchParams)} />
}
