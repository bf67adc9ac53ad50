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

/** Names everything that a component's results depend on, its cases, scenarios and approved pictures; undefined where that cannot be known. */
export function joinKeys(
  { library }: Pick<PreparedLibrary, 'library'>,
  { sheet, lints }: PreparedComponent,
  { cases, scenarios }: ComponentKeys,
  { isPictured }: Performed,
): string | undefined {
  if (cases === undefined || scenarios.includes(undefined)) return undefined
  const approved = isPictured ? (textOf(library.tree, indexPath(sheet.slug)) ?? '') : ''
  return hashOf(JSON.stringify([cases, scenarios, lints, approved]))
}

/** The same for a component of a library that is not run. */
export function componentFingerprint(
  environment: RunEnvironment,
  prepared: PreparedLibrary,
  component: PreparedComponent,
  how: Performed,
): string | undefined {
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
  return joinKeys(prepared, component, keys, how)
}
