import { indexPath } from '@/core/picture'
import { textOf } from '@/core/sheet'
import type { PreparedComponent, PreparedLibrary } from '../prepare'
import { scenarioJobs } from '../scenario'
import type { RunEnvironment } from './environment'
import { casesFingerprint, scenarioFingerprint } from './fingerprint'
import { hashOf } from './hashOf'
import type { Performed } from './KeptResults'

/** Names everything that a component's results depend on, its cases, scenarios and approved pictures; undefined where that cannot be known. */
export function componentFingerprint(
  environment: RunEnvironment,
  prepared: PreparedLibrary,
  component: PreparedComponent,
  how: Performed,
): string | undefined {
  const { library, tokens, withScenarios } = prepared
  const { sheet, compiled, lints } = component
  const cases = casesFingerprint(environment, prepared, component, how)
  if (cases === undefined || !compiled) return undefined
  const jobs = withScenarios
    ? scenarioJobs({ sheet, library, tokens, ...compiled, viewport: library.data.viewport })
    : []
  const scenarios = jobs.map(({ plan }) => scenarioFingerprint(environment, prepared, { sheet, compiled }, plan, how))
  if (scenarios.includes(undefined)) return undefined
  const approved = how.isPictured ? (textOf(library.tree, indexPath(sheet.slug)) ?? '') : ''
  return hashOf(JSON.stringify([cases, scenarios, lints, approved]))
}
