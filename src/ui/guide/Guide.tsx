'use client'

import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useState } from 'react'
import { Bench, type BenchModel } from '../bench'
import { NotYet } from '../editing'
import { TitleBlock, type LibraryFacts } from '../frame'
import { request, RunProvider } from '../live'

export interface GuideProps {
  library: LibraryFacts
  libraries: { id: string; name: string }[]
  slug: string
}

/** The page that people open who use a component: to try it, to understand it, to copy it. */
export function Guide(props: GuideProps) {
  return (
    <RunProvider library={props.library.id}>
      <Page {...props} />
    </RunProvider>
  )
}

function Page({ library, libraries, slug }: GuideProps) {
  const [brought, setBrought] = useState<readonly string[]>([])
  const client = useQueryClient()
  const optionsFor = useCallback(
    (more: readonly string[]) => ({
      queryKey: ['bench', library.id, slug, ...more],
      queryFn: () =>
        request<BenchModel>(
          `/api/libraries/${library.id}/components/${slug}/bench${more.length > 0 ? `?with=${more.join(',')}` : ''}`,
        ),
    }),
    [library.id, slug],
  )
  const { data: model, error } = useQuery({ ...optionsFor(brought), placeholderData: keepPreviousData })
  const bring = async (one: string) => {
    const more = [...brought, one]
    await client.ensureQueryData(optionsFor(more))
    setBrought(more)
  }
  return (
    <div className="flex min-h-dvh flex-col">
      <TitleBlock library={library} libraries={libraries} slug={slug} view="guide" keys={[]} />
      {model ? (
        <main className="p-3">
          <h1 className="mb-2 text-lg font-semibold">{model.name}</h1>
          <Bench model={model} onBring={bring} />
        </main>
      ) : (
        <NotYet error={error} />
      )}
    </div>
  )
}
