import { componentFacts } from '@/app/_server'
import { Guide } from '@/ui/guide'

export const dynamic = 'force-dynamic'

export default async function GuidePage({ params }: { params: Promise<{ library: string; component: string }> }) {
  const { library, component } = await params
  const facts = await componentFacts(library, component)
  if ('problem' in facts) return <pre className="p-6 text-miss">{facts.problem}</pre>
  return <Guide key={component} {...facts} slug={component} />
}
