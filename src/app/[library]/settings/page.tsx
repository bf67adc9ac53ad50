import { notFound } from 'next/navigation'
import { workspace } from '@/app/_server'
import { libraryFacts } from '@/server'
import { Settings } from '@/ui/settings'

export const dynamic = 'force-dynamic'

export default async function SettingsPage({ params }: { params: Promise<{ library: string }> }) {
  const facts = await libraryFacts(await workspace(), (await params).library)
  if (!facts) notFound()
  if ('problem' in facts) return <pre className="p-6 text-miss">{facts.problem}</pre>
  return <Settings {...facts} />
}
