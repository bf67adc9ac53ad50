import { componentFacts } from '@/app/_server'
import { Matrix } from '@/ui/matrix'

export const dynamic = 'force-dynamic'

interface PageProps {
  params: Promise<{ library: string; component: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

export default async function MatrixPage({ params, searchParams }: PageProps) {
  const { library, component } = await params
  const facts = await componentFacts(library, component)
  if ('problem' in facts) return <pre className="p-6 text-miss">{facts.problem}</pre>
  const given = Object.entries(await searchParams).flatMap(([name, value]): [string, string][] =>
    typeof value === 'string' ? [[name, value]] : [],
  )
  return <Matrix key={component} {...facts} slug={component} query={new URLSearchParams(given).toString()} />
}
