import { percentOf, type Strength } from '../breaks'
import type { Report } from './reportSchema'

/**
 * A report with what breaking its components came to.
 * @param lintsOf lints that follow from it, of a component
 */
export function withStrength(
  report: Report,
  strengths: ReadonlyMap<string, Strength>,
  lintsOf: (slug: string) => Report['components'][number]['lints'],
): Report {
  const components = report.components.map((component) => {
    const strength = strengths.get(component.slug) as Report['components'][number]['strength']
    return strength ? { ...component, strength, lints: [...component.lints, ...lintsOf(component.slug)] } : component
  })
  const more = [...strengths.keys()].flatMap(lintsOf)
  const { error, warning } = report.totals.lints
  const errors = more.filter(({ severity }) => severity === 'error').length
  const lints = { error: error + errors, warning: warning + more.length - errors }
  return { ...report, totals: { ...report.totals, lints }, components }
}

/** How many breaks were counted and noticed in all; undefined where none was made. */
export function totalStrength({
  components,
}: Pick<Report, 'components'>): { counted: number; noticed: number } | undefined {
  const all = components.flatMap(({ strength }) => strength ?? [])
  if (all.length === 0) return undefined
  const sum = (of: (each: (typeof all)[number]) => number) => all.reduce((total, each) => total + of(each), 0)
  return { counted: sum(({ counted }) => counted), noticed: sum(({ noticed }) => noticed) }
}

/** As a sentence tells it: `92 % (88 of 96 breaks noticed)`. */
export function strengthWords(strength: { counted: number; noticed: number }): string {
  const percent = percentOf(strength)
  return percent === undefined
    ? 'no break changes anything'
    : `${percent} % (${strength.noticed} of ${strength.counted} breaks noticed)`
}

type Proposal = NonNullable<NonNullable<Report['components'][number]['strength']>['unnoticed'][number]['proposal']>

/** What is proposed, in a line: `label: padding 8px; when size=large 12px`. */
export function proposalWords({ part, reading, rules }: Proposal): string {
  const said = rules.map(({ when, expect }) => {
    const condition = Object.entries(when ?? {}).map(([name, values]) => `${name}=${String(values)}`)
    const value = String(Object.values(expect)[0]?.[reading] ?? '')
    return condition.length > 0 ? `${value} when ${condition.join(', ')}` : value
  })
  return `${part}: ${reading} ${said.join('; ')}`
}
