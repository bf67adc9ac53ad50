'use client'

import type { ViewProps } from '../frame'
import { RunsBoard } from './Runs'

/** The runs that took a component, and what they say of it. */
export function ComponentRuns({ library, slug, query }: ViewProps) {
  const name = library.components.find((each) => each.slug === slug)?.name ?? slug
  return (
    <>
      <h1 className="sr-only">{name}, runs</h1>
      <RunsBoard library={library} slug={slug} query={query} />
    </>
  )
}
