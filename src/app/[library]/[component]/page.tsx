import { redirect } from 'next/navigation'
import { queryText } from '@/app/_server'

interface Props {
  params: Promise<{ library: string; component: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

/** A component opens on its matrix. */
export default async function ComponentPage({ params, searchParams }: Props) {
  const { library, component } = await params
  const query = queryText(await searchParams)
  redirect(`/${library}/${component}/matrix${query && `?${query}`}`)
}
