import { notFound } from 'next/navigation'
import { libraryFacts } from '@/server'
import { workspace } from './workspace'

/** What every page of a component opens with; 404 where there is none. A library that cannot be read gives its problem. */
export async function componentFacts(library: string, component: string) {
  const facts = await libraryFacts(await workspace(), library)
  if (!facts || ('library' in facts && !facts.library.components.some(({ slug }) => slug === component))) notFound()
  return facts
}
