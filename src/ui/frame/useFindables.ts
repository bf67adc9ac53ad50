'use client'

import { useQuery } from '@tanstack/react-query'
import { useRouter } from 'next/navigation'
import { useTheme } from 'next-themes'
import { useCallback, useMemo } from 'react'
import { ROUTES, type LibraryFacts } from '@/contract'
import { call, useRuns } from '../live'
import type { ViewDefinition } from './defineView'
import type { Findable } from './Finder'
import { setSingleKeys } from './singleKeys'

export interface FindablesOrder {
  library: LibraryFacts
  libraries: readonly { id: string; name: string }[]
  /** The component that is looked at. */
  slug: string | undefined
  views: readonly ViewDefinition[]
  /** Which view a component that is chosen opens in. */
  view: string
  /** What there is to find in the view. */
  findables: (() => Findable[]) | undefined
  /** What is said in the library is looked up while somebody searches. */
  isFinding: boolean
}

/** All that the finder finds: components, commands, what the view has, all of the library and the documentation. */
export function useFindables({ library, libraries, slug, view, views, findables, isFinding }: FindablesOrder) {
  const router = useRouter()
  const commands = useCommands(library)
  const { data: entries } = useQuery({
    queryKey: ['search', library.id],
    queryFn: () => call(ROUTES.search, { library: library.id }),
    enabled: isFinding,
    staleTime: 0,
  })
  return useCallback((): Findable[] => {
    const to = (kind: string, label: string, detail: string, address: string): Findable => ({
      kind,
      label,
      detail,
      go: () => router.push(address),
    })
    const component = library.components.find((each) => each.slug === slug)
    return [
      ...library.components.map((each) => to('component', each.name, each.slug, `/${library.id}/${each.slug}/${view}`)),
      ...(component ? views : []).map(({ name, label }) =>
        to('view', label, component!.name, `/${library.id}/${component!.slug}/${name}`),
      ),
      ...libraries.filter(({ id }) => id !== library.id).map(({ id, name }) => to('library', name, id, `/${id}`)),
      ...commands,
      ...(findables?.() ?? []),
      ...(entries ?? []).map((entry) => to(entry.kind, entry.text, entry.detail, entry.to)),
    ]
  }, [library, libraries, slug, views, router, commands, findables, view, entries])
}

/** What can be done from anywhere. */
function useCommands(library: LibraryFacts): readonly Findable[] {
  const router = useRouter()
  const { verify } = useRuns()
  const { setTheme } = useTheme()
  return useMemo(() => {
    const go = (label: string, address: string): Findable => ({
      kind: 'command',
      label,
      go: () => router.push(address),
    })
    const setting = (label: string, detail: string, set: () => void): Findable => ({
      kind: 'setting',
      label,
      detail,
      go: set,
    })
    return [
      { kind: 'command', label: 'Verify all components', go: () => verify() },
      go('Make a component', `/${library.id}/bring-in`),
      go('Go to the wall', `/${library.id}`),
      go('Tokens of the library', `/${library.id}/tokens`),
      go('Runs of the library', `/${library.id}/runs`),
      go('Review pictures', `/${library.id}/review`),
      go('Settings of the library', `/${library.id}/settings`),
      go('All libraries', '/-/libraries'),
      go('Documentation', '/-/docs'),
      setting('Light', 'colours of the application', () => setTheme('light')),
      setting('Dark', 'colours of the application', () => setTheme('dark')),
      setting('Light or dark as the system', 'colours of the application', () => setTheme('system')),
      setting('Single-letter keys on', 'keys', () => setSingleKeys(true)),
      setting('Single-letter keys off', 'keys', () => setSingleKeys(false)),
    ]
  }, [router, verify, setTheme, library.id])
}
