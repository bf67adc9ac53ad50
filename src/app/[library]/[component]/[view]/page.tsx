import { componentFacts, queryText } from '@/app/_server'
import { ComponentView } from '@/ui/views'

export const dynamic = 'force-dynamic'

interface PageProps {
  params: Promise<{ library: string; component: string; view: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

/** Any view of a component. */
export default async function ViewPage({ params, searchParams }: PageProps) {
  const { library, component, view } = await params
  const facts = await componentFacts(library, component)
  if ('problem' in facts) return <pre className="p-6 text-miss">{facts.problem}</pre>
  const query = queryText(await searchParams)
  return <ComponentView key={`${component}/${view}`} {...facts} {...{ view, query }} slug={component} />
}
