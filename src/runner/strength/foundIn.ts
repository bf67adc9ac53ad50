import { Proposer, type Proposal, type StrengthWay, type Unnoticed } from '@/core/breaks'
import type { RuleText } from '@/core/edit'
import { hashOf } from '../kept'
import type { PreparedComponent, PreparedLibrary } from '../prepare'
import type { ComponentTrial } from './ComponentTrial'
import { placeOfBreak } from './placeOfBreak'
import type { ScenarioTrial } from './ScenarioTrial'
import type { ShareFound, TrialFound } from './ShareFound'
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

/** What a share of a component's breaks came to, with what would notice those that nothing noticed. */
export async function foundIn(
  { run, acted, check }: Broken,
  { library }: PreparedLibrary,
  component: PreparedComponent,
  way: StrengthWay,
  notes: readonly string[],
): Promise<ShareFound> {
  const parts = Object.keys(component.sheet.parts)
  const partOf = (trial: Trial) => parts.find((part) => trial.parts.has(part)) ?? ''
  const pictures = new Map<string, Uint8Array>()
  const keep = (png: Uint8Array) => {
    const name = hashOf(png)
    pictures.set(name, png)
    return name
  }
  const proposals = await proposalsFor(run, library, component, check)
  const ofCases = run.trials.map((trial, place): TrialFound => {
    const { broken, isEffective, noticed, failure } = trial
    const proposal = proposals.get(trial)
    const unnoticed = isUnnoticed(trial) && {
      unnoticed: { ...unnoticedOf(trial, library, component, partOf(trial), keep), ...(proposal && { proposal }) },
    }
    const about = { place, kind: broken.kind, part: partOf(trial), isCounted: isEffective, isNoticed: noticed }
    return { ...about, hasFailed: failure !== undefined, ...unnoticed }
  })
  const ofScenarios = acted.trials.map((trial, at): TrialFound => {
    const { broken, isEffective, noticed, changedIn } = trial
    const { kind, told } = broken
    const unnoticed = isEffective &&
      !noticed &&
      changedIn !== undefined && {
        unnoticed: { kind, told, part: '', changed: [], scenario: changedIn },
      }
    const about = { place: run.trials.length + at, kind, part: '', isCounted: isEffective, isNoticed: noticed }
    return { ...about, hasFailed: false, ...unnoticed }
  })
  const isOwn = [...run.trials, ...acted.trials].map((trial) => trial.isOwn)
  return {
    trials: [...ofCases, ...ofScenarios].filter((_, at) => isOwn[at]),
    ...(way === 'full' && { untested: run.untested }),
    notes: [...notes],
    pictures: [...pictures],
  }
}

// Where a proposal does not hold, the next best is tried.
const ROUNDS = 3

const isUnnoticed = (trial: Trial) => trial.isEffective && !trial.noticed

/** What would notice each unnoticed break, as far as it holds in the component as it is. */
async function proposalsFor(
  run: ComponentTrial,
  library: PreparedLibrary['library'],
  { sheet, plan }: PreparedComponent,
  check: Broken['check'],
): Promise<Map<Trial, Proposal>> {
  const proposer = new Proposer(sheet, plan.space, run.survey(), library.data.tolerance)
  const unnoticed = run.trials.filter(isUnnoticed)
  const propose = () =>
    unnoticed.map(({ broken, changed, parts }) =>
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
  return new Map(unnoticed.flatMap((trial, at) => (sound[at] ? [[trial, sound[at]] as const] : [])))
}

/** @param keep gives a picture a name */
function unnoticedOf(
  { broken, changed, pictures }: Trial,
  library: PreparedLibrary['library'],
  component: PreparedComponent,
  part: string,
  keep: (png: Uint8Array) => string,
): Unnoticed {
  const at = placeOfBreak(broken, library, component)
  return {
    kind: broken.kind,
    told: broken.told,
    part,
    ...(at && { at }),
    changed: [...changed.values()].slice(0, CHANGES_TOLD),
    ...(pictures && {
      picture: { case: pictures.case, before: keep(pictures.before), after: keep(pictures.after) },
    }),
  }
}
