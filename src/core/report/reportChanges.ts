import { groupBy } from '../group'
import { counted } from '../words'
import { failedWords } from './failed'
import { failedStep, whyChanged } from './words'
import type { ComponentReport, Finding, Report } from './reportSchema'

/** Something that stands in one of two reports only, or otherwise. */
export interface ReportChange {
  slug: string
  /** The component's name. */
  name: string
  kind: 'finding' | 'scenario' | 'lint' | 'pictures' | 'component'
  is: 'new' | 'gone' | 'other'
  text: string
  /** The cases that a finding is of. */
  cases?: readonly string[]
}

/** What a report says of one thing: the key names it in both reports. */
interface Said {
  kind: ReportChange['kind']
  key: string
  text: string
  cases?: readonly string[]
}

/** What became different from one report to another of the same library, component by component. Where things stand does not count. */
export function reportChanges(before: Pick<Report, 'components'>, after: Pick<Report, 'components'>): ReportChange[] {
  const [old, now] = [before, after].map(({ components }) => new Map(components.map((each) => [each.slug, each])))
  return [...new Set([...old!.keys(), ...now!.keys()])].flatMap((slug) =>
    componentChanges(old!.get(slug), now!.get(slug)),
  )
}

function componentChanges(before: ComponentReport | undefined, after: ComponentReport | undefined): ReportChange[] {
  const { slug, name } = (after ?? before)!
  const [old, now] = [before, after].map((each) => new Map((each ? saidOf(each) : []).map((said) => [said.key, said])))
  const changes: ReportChange[] = []
  if (!before || !after)
    changes.push({ slug, name, kind: 'component', is: before ? 'gone' : 'new', text: 'the component' })
  for (const [key, { key: _, ...said }] of old!) if (!now!.has(key)) changes.push({ slug, name, is: 'gone', ...said })
  for (const [key, { key: _, ...said }] of now!) {
    const known = old!.get(key)
    if (known?.text !== said.text) changes.push({ slug, name, is: known ? 'other' : 'new', ...said })
  }
  return changes
}

function saidOf({ failed = [], findings, scenarios, lints, pictures }: ComponentReport): Said[] {
  return [
    ...failed.map((each): Said => ({
      kind: 'finding',
      key: `failed|${each.reason}`,
      text: failedWords(each),
      cases: each.cases,
    })),
    ...[...groupBy(findings, findingKey)].map(([key, own]): Said => ({
      kind: 'finding',
      key,
      text: own
        .map(({ message }) => message)
        .toSorted()
        .join('; '),
      cases: own.flatMap(({ cases }) => cases),
    })),
    ...scenarios
      .filter(({ verdict }) => verdict !== 'holds')
      .map(({ name, verdict, steps }): Said => {
        const step = failedStep({ steps })
        return {
          kind: 'scenario',
          key: `scenario|${name}`,
          text: `${name}: ${verdict}${step ? `; ${step.step}: ${step.message}` : ''}`,
        }
      }),
    ...lints.map(({ code, message }): Said => ({
      kind: 'lint',
      key: `lint|${code}|${message}`,
      text: `${code}: ${message}`,
    })),
    ...(pictures.groups ?? []).map(({ causes, pictures: own }): Said => {
      const why = whyChanged({ causes })
      return {
        kind: 'pictures',
        key: `pictures|${why}`,
        text: `${counted(own.length, 'picture')} changed: ${why}`,
      }
    }),
    ...(pictures.new > 0
      ? [{ kind: 'pictures', key: 'new pictures', text: `${pictures.new} not approved` } as const]
      : []),
  ]
}

/** What a finding is of; where it stands, and what was read, may differ. */
const findingKey = ({ part, reading, verdict, expected, origin }: Finding): string =>
  ['finding', part, reading, verdict, expected, origin?.declaration.split(':')[0] ?? ''].join('|')
