import { indexPath } from '@/core/picture'
import { textOf } from '@/core/sheet'
import type { PreparedComponent, PreparedLibrary } from '../prepare'
import { scenarioJobs } from '../scenario'
import type { RunEnvironment } from './environment'
import { casesFingerprint, scenarioFingerprint } from './fingerprint'
import { hashOf } from './hashOf'
import type { Performed } from './KeptResults'

/** What names a component's cases, and each of its scenarios. */
export interface ComponentKeys {
  cases: string | undefined
  scenarios: readonly (string | undefined)[]
}

/**
 * Names everything that a component's results depend on, its cases, scenarios and approved pictures; undefined where that cannot be known.
 * @param approved the index of its approved pictures. @defaultValue as it is in the library
 */
export function joinKeys(
  { library }: Pick<PreparedLibrary, 'library'>,
  { sheet, lints }: PreparedComponent,
  { cases, scenarios }: ComponentKeys,
  { isPictured }: Performed,
  approved = textOf(library.tree, indexPath(sheet.slug)) ?? '',
): string | undefined {
  if (cases === undefined || scenarios.includes(undefined)) return undefined
  return hashOf(JSON.stringify([cases, scenarios, lints, isPictured ? approved : '']))
}

/** The same for a component of a library that is not run, by the index of its approved pictures. */
export function componentFingerprint(
  environment: RunEnvironment,
  prepared: PreparedLibrary,
  component: PreparedComponent,
  how: Performed,
): ((approved?: string) => string | undefined) | undefined {
  const { library, tokens, withScenarios } = prepared
  const { sheet, compiled } = component
  if (!compiled) return undefined
  const jobs = withScenarios
    ? scenarioJobs({ sheet, library, tokens, ...compiled, viewport: library.data.viewport })
    : []
  const keys = {
    cases: casesFingerprint(environment, prepared, component, how),
    scenarios: jobs.map(({ plan }) => scenarioFingerprint(environment, prepared, { sheet, compiled }, plan, how)),
  }
  return (approved) => joinKeys(prepared, component, keys, how, approved)
}
