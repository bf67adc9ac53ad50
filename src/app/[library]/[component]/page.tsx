import { redirect } from 'next/navigation'

/** A component opens on its matrix. */
export default async function ComponentPage({ params }: { params: Promise<{ library: string; component: string }> }) {
  const { library, component } = await params
  redirect(`/${library}/${component}/matrix`)
}
