import {
  Proposer,
  type Proposal,
  type Strength,
  type StrengthCell,
  type StrengthWay,
  type Unnoticed,
} from '@/core/breaks'
import type { RuleText } from '@/core/edit'
import { hashOf } from '../kept'
import type { PreparedComponent, PreparedLibrary } from '../prepare'
import type { ComponentTrial } from './ComponentTrial'
import { placeOfBreak } from './placeOfBreak'
import { PlayTrial } from './PlayTrial'
import type { ScenarioTrial } from './ScenarioTrial'
import type { Trial } from './Trial'

/** What was found by breaking a component. */
export interface Broken {
  run: ComponentTrial
  acted: ScenarioTrial
  /** Judges rules besides those that stand. @returns what does not hold, as `part|reading` */
  check(rules: readonly RuleText[]): Promise<ReadonlySet<string>>
}

// Of each break so many readings are told: they show what it does.
const CHANGES_TOLD = 5

/** What breaking a component came to. @returns with pictures as PNG, by their names */
export async function strengthOf(
  { run, acted, check }: Broken,
  { library }: PreparedLibrary,
  component: PreparedComponent,
  way: StrengthWay,
  notes: readonly string[],
): Promise<{ strength: Strength; pictures: Map<string, Uint8Array> }> {
  const parts = Object.keys(component.sheet.parts)
  const partOf = (trial: Trial) => parts.find((part) => trial.parts.has(part)) ?? ''
  const pictures = new Map<string, Uint8Array>()
  const proposals = await proposalsFor(run, library, component, check)
  const unnoticed = unnoticedOf(run, library, component, partOf, (png) => {
    const name = hashOf(png)
    pictures.set(name, png)
    return name
  }).map((each, at): Unnoticed => ({ ...each, ...(proposals[at] && { proposal: proposals[at] }) }))
  const all = [...run.trials, ...acted.trials]
  const counted = all.filter((trial) => trial.isEffective)
  const failed = run.trials.filter((trial) => trial.failure !== undefined)
  return {
    pictures,
    strength: {
      way,
      breaks: all.length,
      counted: counted.length,
      noticed: counted.filter((trial) => trial.noticed).length,
      idle: all.length - counted.length - failed.length,
      failed: failed.length,
      cells: cellsOf(counted, (trial) => (trial instanceof PlayTrial ? '' : partOf(trial))),
      unnoticed: [...unnoticed, ...unnoticedDeeds(acted)],
      ...(way === 'full' && {
        untested: run.untested.map((rule) => ({ rule, line: component.plan.rules[rule]!.line })),
      }),
      notes: [...notes],
    },
  }
}

// Where a proposal does not hold, the next best is tried.
const ROUNDS = 3

const unnoticedTrials = ({ trials }: ComponentTrial) => trials.filter((trial) => trial.isEffective && !trial.noticed)

/** What would notice each unnoticed break, as far as it holds in the component as it is. */
async function proposalsFor(
  run: ComponentTrial,
  library: PreparedLibrary['library'],
  { sheet, plan }: PreparedComponent,
  check: Broken['check'],
): Promise<(Proposal | undefined)[]> {
  const proposer = new Proposer(sheet, plan.space, run.survey(), library.data.tolerance)
  const propose = () =>
    unnoticedTrials(run).map(({ broken, changed, parts }) =>
      proposer.propose([...changed.values()], {
        parts: [...parts],
        properties: 'properties' in broken ? broken.properties : [],
      }),
    )
  let sound: (Proposal | undefined)[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const proposals = propose()
    const rules = new Map(proposals.flatMap((each) => (each ? [[`${each.part}|${each.reading}`, each.rules]] : [])))
    const failing = rules.size === 0 ? new Set<string>() : await check([...rules.values()].flat())
    const wrong = [...rules.keys()].filter((name) => failing.has(name))
    sound = proposals.map((each) => (each && failing.has(`${each.part}|${each.reading}`) ? undefined : each))
    if (wrong.length === 0) break
    proposer.ban(wrong)
  }
  // What would be proposed after the last round has not been tried: what held in it stays.
  return sound
}

/** @param keep gives a picture a name */
function unnoticedOf(
  run: ComponentTrial,
  library: PreparedLibrary['library'],
  component: PreparedComponent,
  partOf: (trial: Trial) => string,
  keep: (png: Uint8Array) => string,
): Unnoticed[] {
  return unnoticedTrials(run).map((trial) => {
    const { broken, changed, pictures: taken } = trial
    const all = [...changed.values()]
    const at = placeOfBreak(broken, library, component)
    return {
      kind: broken.kind,
      told: broken.told,
      part: partOf(trial),
      ...(at && { at }),
      changed: all.slice(0, CHANGES_TOLD),
      ...(taken && { picture: { case: taken.case, before: keep(taken.before), after: keep(taken.after) } }),
    }
  })
}

const unnoticedDeeds = ({ trials }: ScenarioTrial): Unnoticed[] =>
  trials.flatMap(({ broken: { kind, told }, changedIn, noticed }) =>
    changedIn !== undefined && !noticed ? [{ kind, told, part: '', changed: [], scenario: changedIn }] : [],
  )

function cellsOf<Tried extends Trial | PlayTrial>(
  counted: readonly Tried[],
  partOf: (trial: Tried) => string,
): StrengthCell[] {
  const cells = new Map<string, StrengthCell>()
  for (const trial of counted) {
    const { kind } = trial.broken
    const part = partOf(trial)
    const cell = cells.get(`${part}|${kind}`) ?? { part, kind, counted: 0, noticed: 0 }
    cell.counted++
    if (trial.noticed) cell.noticed++
    cells.set(`${part}|${kind}`, cell)
  }
  return [...cells.values()]
}
