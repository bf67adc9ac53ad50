import { readStartName } from '../names'
import type { Space } from '../matrix'
import type { Axis, Library, ScenarioFile, Sheet } from '../sheet'
import { checkContext, readStep, type ScenarioIssue, type Step, type StepContext, type StepFile } from '../steps'
import type { Path } from '../yaml'

/** Where a scenario starts: what it names, over the defaults. */
export interface Start {
  /** Axes and contexts. */
  values: Readonly<Record<string, string>>
  props: Readonly<Record<string, unknown>>
}

/** What of a library a scenario may name. */
export interface Surrounded {
  data: Pick<Library['data'], 'contexts'>
}

/** Named steps with expectations in time. */
export interface Scenario {
  name: string
  about?: string
  index: number
  line: number
  start: Start
  /** Where the component stands, and in how large a window, where it says so itself. */
  stage: Pick<ScenarioFile, 'place' | 'window'>
  steps: readonly Step[]
  /** What keeps it from being run. */
  issues: readonly ScenarioIssue[]
}

/** All scenarios of a sheet. */
export function readScenarios(sheet: Sheet, library: Surrounded, space: Space): Scenario[] {
  return sheet.data.scenarios.map((file, index) => readScenario(sheet, library, space, file, index))
}

function readScenario(sheet: Sheet, { data }: Surrounded, space: Space, file: ScenarioFile, index: number): Scenario {
  const issues: ScenarioIssue[] = []
  const context: StepContext = { sheet, contexts: data.contexts, issue: (issue) => issues.push(issue) }
  const path: Path = ['scenarios', index]
  return {
    name: file.name,
    ...(file.about !== undefined && { about: file.about }),
    index,
    line: sheet.source.at(path).line,
    stage: { ...(file.place && { place: file.place }), ...(file.window && { window: file.window }) },
    start: readStart(context, space, file.start ?? {}, [...path, 'start']),
    steps: file.steps.map((step, at) => readStep(context, step, at, [...path, 'steps', at])),
    issues,
  }
}

/** Names are looked up among axes first, then contexts, then props, unless they say where. */
function readStart(
  { sheet, contexts, issue }: StepContext,
  space: Space,
  given: Readonly<Record<string, unknown>>,
  path: Path,
): Start {
  const values: Record<string, string> = {
    ...space.fixed,
    ...Object.fromEntries(space.dimensions.map(({ name, default: defaultValue }) => [name, defaultValue])),
  }
  const props: Record<string, unknown> = {}
  for (const [key, value] of Object.entries(given)) {
    const at = [...path, key]
    const { of, name } = readStartName(key)
    const may = (kind: typeof of) => of === undefined || of === kind
    const axis = may('axis') ? sheet.axes.find((each) => each.name === name) : undefined
    if (axis) {
      values[name] = valueOfAxis(axis, value)
      if (!axis.values.includes(values[name])) issue(noValue(axis, values[name], at, name in sheet.data.props))
    } else if (may('context') && name in contexts) {
      values[name] = String(value)
      checkContext(contexts, name, values[name], at, issue)
    } else if (may('prop') && name in sheet.data.props) props[name] = value
    else {
      const known = [
        ...(may('axis') ? sheet.axes.map((each) => each.name) : []),
        ...(may('context') ? Object.keys(contexts) : []),
        ...(may('prop') ? Object.keys(sheet.data.props) : []),
      ]
      issue({
        code: 'unknown-axis',
        path: at,
        message: `no ${of ?? ''} "${name}" to start with`.replace('  ', ' '),
        name: { what: of ?? 'axis, context or prop', found: name, known },
      })
    }
  }
  return { values, props }
}

/** `true` and `false` are how YAML writes a flag's on and off. */
function valueOfAxis({ values }: Axis, value: unknown): string {
  const text = value === true ? 'on' : value === false ? 'off' : String(value)
  return values.includes(text) ? text : String(value)
}

const noValue = ({ name, values }: Axis, found: string, path: Path, isProp: boolean): ScenarioIssue => ({
  code: 'unknown-value',
  path,
  message: `no ${name} "${found}"${isProp ? `: it is the axis that is meant; "prop.${name}" is the prop` : ''}`,
  name: { what: `value of ${name}`, found, known: values },
})

/** The steps of an axis value's reach. */
export function readReachSteps(
  sheet: Sheet,
  { data }: Surrounded,
  files: readonly StepFile[],
  path: Path,
): { steps: Step[]; issues: ScenarioIssue[] } {
  const issues: ScenarioIssue[] = []
  const context: StepContext = { sheet, contexts: data.contexts, issue: (issue) => issues.push(issue) }
  const steps = files.map((file, at) => readStep(context, file, at, [...path, at]))
  return { steps, issues }
}
