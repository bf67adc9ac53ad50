import { componentFacts } from '@/app/_server'
import { Behaviour } from '@/ui/behaviour'

export const dynamic = 'force-dynamic'

export default async function BehaviourPage({ params }: { params: Promise<{ library: string; component: string }> }) {
  const { library, component } = await params
  const facts = await componentFacts(library, component)
  if ('problem' in facts) return <pre className="p-6 text-miss">{facts.problem}</pre>
  return <Behaviour key={component} {...facts} slug={component} />
}
