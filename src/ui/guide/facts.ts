import type { BenchModel, BoardModel, ComponentState, MarkKind } from '@/contract'
import { defaultCase, makeCase, type Case, type Space } from '@/core/matrix'
import { settingsOf, othersOf } from '@/core/plan'
import type { Scenario } from '@/core/scenario'
import type { Sheet } from '@/core/sheet'
import type { Rule } from '@/core/spec'

/** All that a guide is made of besides its own text. */
export interface GuideFacts {
  sheet: Sheet
  space: Space
  rules: readonly Rule[]
  scenarios: readonly Scenario[]
  board: BoardModel
  bench: BenchModel
  /** How the component stands after the last run that took it. */
  state?: ComponentState
}

/** What the last run says of a claim of the guide. */
export interface Standing {
  mark: MarkKind
  isOutdated: boolean
}

/** The case with these values, and everything else as defaults. */
export const caseWith = (space: Space, values: Readonly<Record<string, string>>): Case =>
  makeCase({ ...defaultCase(space).values, ...values }, space)

/** The worst of several marks: what of a claim one would have to look at. */
export function worst(marks: readonly MarkKind[]): MarkKind {
  for (const kind of ['misses', 'unread', 'holds'] as const) if (marks.includes(kind)) return kind
  return 'open'
}

/** How single claims of a guide stand. */
export function standingsOf({ sheet, space, rules, board, state }: GuideFacts) {
  const marks = new Map((state?.marks ?? []).map(([key, mark]) => [key, mark]))
  const isOutdated = state?.isOutdated ?? false
  const standing = (mark: MarkKind): Standing => ({ mark, isOutdated })
  const others = othersOf(board.nested)
  const defaults = settingsOf(sheet, defaultCase(space).values, others).props
  const shown = [...marks].map(([key, mark]) => ({ mark, props: propsOf(key) }))
  function propsOf(key: string): Readonly<Record<string, unknown>> {
    return settingsOf(sheet, caseWith(space, valuesOfKey(key)).values, others).props
  }
  return {
    ofCase: ({ key }: Pick<Case, 'key'>): Standing => standing(marks.get(key) ?? 'open'),
    /** Where the prop is not at its default: only there it shows what it does. */
    ofProp: (name: string): Standing =>
      standing(
        worst(
          shown
            .filter(({ props }) => JSON.stringify(props[name]) !== JSON.stringify(defaults[name]))
            .map(({ mark }) => mark),
        ),
      ),
    ofPart: (name: string): Standing => {
      const isSpecified = rules.some(({ claims }) => claims.some(({ target }) => target.part === name))
      if (!isSpecified || marks.size === 0) return standing('open')
      const own = (state?.findings ?? []).filter(({ part }) => part.replace(/\[.*$/, '') === name)
      return standing(own.length === 0 ? 'holds' : worst(own.map(({ verdict }) => verdict)))
    },
    ofScenarios: (names: readonly string[]): Standing => {
      const verdicts = (state?.scenarios ?? [])
        .filter(({ name }) => names.includes(name))
        .map(({ verdict }): MarkKind => (verdict === 'unsteady' ? 'misses' : verdict))
      return standing(worst(verdicts))
    },
  }
}

export type Standings = ReturnType<typeof standingsOf>

/** `value=mixed,interaction=focus@theme=night` as values. */
const valuesOfKey = (key: string): Record<string, string> =>
  Object.fromEntries(
    key
      .split(/[,@]/)
      .filter((part) => part.includes('='))
      .map((part) => part.split('=') as [string, string]),
  )
