import { isSame, printFlow, type Path } from '../yaml'
import { compareSheets, NAMED, type FieldChange } from './describe'

type Raw = Readonly<Record<string, unknown>>

const raw = (value: unknown): Raw =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Raw) : {}
const list = (value: unknown): readonly unknown[] => (Array.isArray(value) ? value : [])

/**
 * What differs between two states of a sheet, by what its things are: rules by their conditions, scenarios and steps by what they
 * do, wherever they stand. What only stands elsewhere is told as moved, what only has another name as renamed.
 */
export function compareByMeaning(before: unknown, after: unknown): FieldChange[] {
  const [was, now] = [raw(before), raw(after)]
  const changes: FieldChange[] = []
  const rest = (sheet: Raw): Record<string, unknown> => {
    const { spec: _, scenarios: __, ...others } = sheet
    return others
  }
  const [wasRest, nowRest] = [rest(was), rest(now)]
  // A context is called as the library calls it: another one is no other name.
  for (const [section, what] of Object.entries(NAMED).filter(([name]) => name !== 'contexts'))
    for (const [from, to] of renames(raw(was[section]), raw(now[section]))) {
      changes.push({ path: [section, to], label: `${what} renamed`, before: from, after: to })
      wasRest[section] = without(raw(wasRest[section]), from)
      nowRest[section] = without(raw(nowRest[section]), to)
    }
  return [
    ...changes,
    ...compareSheets(wasRest, nowRest),
    ...inList(list(was.spec), list(now.spec), 'spec', RULES),
    ...inList(list(was.scenarios), list(now.scenarios), 'scenarios', SCENARIOS),
  ]
}

const without = (map: Raw, name: string): Raw => Object.fromEntries(Object.entries(map).filter(([key]) => key !== name))

/** Names that went, each with the one that came and is of the same value. */
function renames(before: Raw, after: Raw): [from: string, to: string][] {
  const came = Object.keys(after).filter((name) => !(name in before))
  return Object.keys(before)
    .filter((name) => !(name in after))
    .flatMap((from): [string, string][] => {
      const at = came.findIndex((to) => isSame(before[from], after[to]))
      return at < 0 ? [] : [[from, came.splice(at, 1)[0]!]]
    })
}

/** How things of a list are told apart, named and compared. */
interface Listed {
  /** Things of one key are taken for the same one. */
  key(item: unknown): string
  name(item: unknown): string
  compare(before: unknown, after: unknown, path: Path, label: string): FieldChange[]
}

function inList(before: readonly unknown[], after: readonly unknown[], section: string, how: Listed): FieldChange[] {
  const pairs = matched(before, after, how)
  const places = pairs.flatMap(([from], to) => (from === undefined ? [] : [{ from, to }]))
  const still = longestRise(places.map(({ from }) => from))
  const gone = before.flatMap((item, at) =>
    places.some(({ from }) => from === at)
      ? []
      : [{ path: [section, at], label: how.name(item), before: printFlow(item) }],
  )
  const others = pairs.flatMap(([from], to): FieldChange[] => {
    const item = after[to]
    const label = how.name(item)
    const path = [section, to]
    if (from === undefined) return [{ path, label, after: printFlow(item) }]
    const moved = still.has(from) ? [] : [{ path, label: `${label} moved`, before: placeOf(from), after: placeOf(to) }]
    return [...moved, ...how.compare(before[from], item, path, label)]
  })
  return [...gone, ...others]
}

const placeOf = (at: number) => `place ${at + 1}`

/** For each thing that is there now, which one it was: the same first, then one of its key. */
function matched(before: readonly unknown[], after: readonly unknown[], { key }: Listed): [from: number | undefined][] {
  const left = new Set(before.keys())
  const found = after.map((): [number | undefined] => [undefined])
  for (const fits of [isSame, (a: unknown, b: unknown) => key(a) === key(b)])
    after.forEach((item, to) => {
      if (found[to]![0] !== undefined) return
      const from = [...left].find((at) => fits(before[at], item))
      if (from === undefined) return
      left.delete(from)
      found[to] = [from]
    })
  return found
}

/** The most numbers that stand in rising order: those did not move. */
function longestRise(numbers: readonly number[]): ReadonlySet<number> {
  const best: number[][] = []
  for (const [at, number] of numbers.entries()) {
    const before = best.slice(0, at).filter((each) => each.at(-1)! < number)
    best.push([...before.reduce<number[]>((a, b) => (b.length > a.length ? b : a), []), number])
  }
  return new Set(best.reduce<number[]>((a, b) => (b.length > a.length ? b : a), []))
}

function conditionWords(when: Raw): string {
  const words = Object.entries(when).map(([name, given]) => {
    const excluded = raw(given).not
    const values = [excluded ?? given].flat().map(String).join(' or ')
    return `${name} is ${excluded === undefined ? '' : 'not '}${values}`
  })
  return words.join(', ')
}

const RULES: Listed = {
  key: (rule) => printFlow(raw(raw(rule).when)),
  name: (rule) => {
    const words = conditionWords(raw(raw(rule).when))
    return words === '' ? 'rule for every case' : `rule where ${words}`
  },
  compare: (before, after, path, label) => {
    const claims = (rule: unknown) =>
      Object.entries(raw(raw(rule).expect)).flatMap(([part, readings]) =>
        Object.entries(raw(readings)).map(([reading, value]) => [`${part} · ${reading}`, printFlow(value)] as const),
      )
    const [was, now] = [new Map(claims(before)), new Map(claims(after))]
    const others = compareSheets(without(raw(before), 'expect'), without(raw(after), 'expect'))
    return [
      ...others.map((each) => ({ ...each, path: [...path, ...each.path], label: `${label} · ${each.label}` })),
      ...[...new Set([...was.keys(), ...now.keys()])]
        .filter((claim) => was.get(claim) !== now.get(claim))
        .map((claim) => change(path, `${label} · ${claim}`, was.get(claim), now.get(claim))),
    ]
  },
}

const change = (path: Path, label: string, before: string | undefined, after: string | undefined): FieldChange => ({
  path,
  label,
  ...(before !== undefined && { before }),
  ...(after !== undefined && { after }),
})

const STEPS: Listed = {
  // A step that does otherwise is another step.
  key: (step) => printFlow(step),
  name: () => 'step',
  compare: () => [],
}

const SCENARIOS: Listed = {
  key: (scenario) => String(raw(scenario).name),
  name: (scenario) => `scenario “${String(raw(scenario).name)}”`,
  compare: (before, after, path, label) => {
    const others = compareSheets(without(raw(before), 'steps'), without(raw(after), 'steps'))
    const steps = inList(list(raw(before).steps), list(raw(after).steps), 'steps', STEPS)
    return [...others, ...steps].map((each) => ({
      ...each,
      path: [...path, ...each.path],
      label: `${label} · ${each.label}`,
    }))
  },
}
