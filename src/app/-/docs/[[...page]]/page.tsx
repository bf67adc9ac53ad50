import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { docPages } from '@/server'
import { Docs } from '@/ui/docs'

export const dynamic = 'force-dynamic'

interface DocsPageProps {
  params: Promise<{ page?: string[] }>
}

const FIRST = 'getting-started'

const nameIn = async ({ params }: DocsPageProps) => (await params).page?.join('/') ?? FIRST

export async function generateMetadata(props: DocsPageProps): Promise<Metadata> {
  const name = await nameIn(props)
  const found = docPages().find((each) => each.name === name)
  return { title: `${found?.title ?? 'Documentation'} – Brelt` }
}

/** A page of the documentation. */
export default async function DocsPage(props: DocsPageProps) {
  const pages = docPages()
  const name = await nameIn(props)
  const shown = pages.find((each) => each.name === name)
  if (!shown) notFound()
  return <Docs pages={pages.map(({ name: of, title }) => ({ name: of, title }))} shown={shown} />
}
