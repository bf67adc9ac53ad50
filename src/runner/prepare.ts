import type { Lint } from '@/core/lint'
import { casesInside, coverSpace, spaceOf, boxProblems, type Box, type Case } from '@/core/matrix'
import { makePlan, type Plan } from '@/core/plan'
import { BadInput, unknownName, type Problem } from '@/core/problem'
import {
  faultsOf,
  readLibrary,
  SHEET_SUFFIX,
  slugOf,
  slugsAmong,
  type Cover,
  type FileTree,
  type Library,
  type Sheet,
} from '@/core/sheet'
import { readTokens, type TokenBook } from '@/core/tokens'
import { workHere, type CompiledComponent, type SourceWork } from '@/source'

export interface Selection {
  /** Slugs; all components when left out. */
  components?: readonly string[] | undefined
  /** Overrides what sheets say. */
  cover?: Cover | undefined
  /** Only cases inside. */
  where?: Box | undefined
}

/** A component that is ready to be run. */
export interface PreparedComponent {
  sheet: Sheet
  lints: Lint[]
  /** Made again where nobody has held it for a while: those of a large library take more memory than there is. */
  readonly plan: Plan
  size: PlanSize
  /** All cases are taken that the sheet asks for. */
  isWhole: boolean
  /** Undefined for a kind of source that cannot be rendered yet. */
  compiled?: CompiledComponent
}

/** How many cases a plan has: those that are judged, and those that steps bring about. */
export interface PlanSize {
  cases: number
  judged: number
  acted: number
}

/** A library as far as it can be read. */
export interface OpenedLibrary {
  library: Library
  tokens: TokenBook
  /** The components that can be read. */
  sheets: Sheet[]
  /** What is wrong with the others, by slug. */
  faults: ReadonlyMap<string, readonly Problem[]>
}

export interface PreparedLibrary {
  library: Library
  tokens: TokenBook
  components: PreparedComponent[]
  /** Scenarios are performed too: they belong to no case, so a choice of cases leaves them out. */
  withScenarios: boolean
  /** What was asked for. */
  selection: Selection
}

/** Reads a library and its tokens; components that cannot be read stand apart. @throws BadInput where what they share cannot be read */
export function openWithFaults(tree: FileTree): OpenedLibrary {
  const { library, problems } = readLibrary(tree)
  const tokens = library && readTokens(library)
  const { components: faults, shared } = faultsOf([...problems, ...(tokens?.problems ?? [])])
  if (!library || !tokens || shared.length > 0) throw new BadInput([...shared])
  return { library, tokens: tokens.book, sheets: library.sheets.filter(({ slug }) => !faults.has(slug)), faults }
}

/** Reads a library and its tokens. Faults of unselected components are passed over. @throws BadInput with every problem. */
export function openLibrary(
  tree: FileTree,
  { components: slugs }: Pick<Selection, 'components'> = {},
): { library: Library; tokens: TokenBook; sheets: Sheet[] } {
  const { library, problems } = readLibrary(tree, slugs)
  const tokens = library && readTokens(library)
  const all = [...problems, ...(tokens?.problems ?? [])]
  const isAsked = (problem: Problem) =>
    !slugs || !problem.file.endsWith(SHEET_SUFFIX) || slugs.some((slug) => slugOf(problem.file) === slug)
  const asked = all.filter(isAsked)
  for (const slug of slugs ?? []) {
    const known = slugsAmong(tree)
    if (!known.includes(slug)) asked.push(unknownComponent(slug, known))
  }
  if (!library || !tokens || asked.length > 0) throw new BadInput(asked)
  return { library, tokens: tokens.book, sheets: library.sheets.filter(({ slug }) => !slugs || slugs.includes(slug)) }
}

const unknownComponent = (slug: string, known: readonly string[]): Problem =>
  unknownName({ file: '--component', line: 1, column: 1 }, 'component', slug, known)

/** Everything that can be done before a browser is started. @param work where files are parsed. @throws BadInput with every problem. */
export async function prepareLibrary(
  tree: FileTree,
  selection: Selection = {},
  work: SourceWork = workHere,
): Promise<PreparedLibrary> {
  const { problems, ...prepared } = await preparedOf(openLibrary(tree, selection), selection, work)
  if (problems.size > 0) throw new BadInput(unique([...problems.values()].flat()))
  return prepared
}

/**
 * The same of all components that can be prepared: one that cannot does not keep the others from being run.
 * @returns also what is wrong with those that are left out, by slug. @throws BadInput where nothing is left, with every problem
 */
export async function prepareSound(
  tree: FileTree,
  selection: Selection = {},
  work: SourceWork = workHere,
): Promise<PreparedLibrary & { faults: ReadonlyMap<string, readonly Problem[]> }> {
  const { components: slugs } = selection
  const isAsked = (slug: string) => !slugs || slugs.includes(slug)
  const known = openWithFaults(tree)
  const sheets = known.sheets.filter(({ slug }) => isAsked(slug))
  const { problems, ...prepared } = await preparedOf({ ...known, sheets }, selection, work)
  const all = slugsAmong(known.library.tree)
  const unknown = (slugs ?? []).filter((slug) => !all.includes(slug))
  const faults = new Map([
    ...[...known.faults].filter(([slug]) => isAsked(slug)),
    ...unknown.map((slug) => [slug, [unknownComponent(slug, all)]] as const),
    ...problems,
  ])
  if (prepared.components.length === 0 && faults.size > 0) throw new BadInput(unique([...faults.values()].flat()))
  return { ...prepared, faults }
}

/** Prepares what is opened. @returns also what is wrong with components that cannot be prepared, by slug */
async function preparedOf(
  { library, tokens, sheets }: Pick<OpenedLibrary, 'library' | 'tokens' | 'sheets'>,
  selection: Selection,
  work: SourceWork,
): Promise<PreparedLibrary & { problems: Map<string, Problem[]> }> {
  const problems = new Map<string, Problem[]>()
  const components: PreparedComponent[] = []
  for (const sheet of sheets) {
    const own: Problem[] = []
    const { plan, problems: wrong } = planOf(sheet, library, selection)
    own.push(...wrong)
    const { compiled, problems: faults } = await work.compile(sheet, library, { isForRun: true })
    own.push(...faults)
    if (own.length > 0) {
      problems.set(sheet.slug, own)
      continue
    }
    const lints = [
      // Of the library, told once: with the first that is prepared, whichever that is.
      ...(components.length === 0 ? await work.lintLibrary(library, tokens) : []),
      ...(await work.lint(sheet, library, tokens)),
    ]
    const about = { sheet, lints, isWhole: selection.where === undefined, ...(compiled && { compiled }) }
    components.push(withPlan(about, library, selection, plan))
  }
  return { library, tokens, components, problems, selection, withScenarios: selection.where === undefined }
}

/** A fault of a file that several components use is one fault. */
const unique = (problems: readonly Problem[]): Problem[] => [
  ...new Map(
    problems.map((problem) => [`${problem.file}:${problem.line}:${problem.column}:${problem.message}`, problem]),
  ).values(),
]

const sizeOf = ({ cases }: Plan): PlanSize => ({
  cases: cases.length,
  judged: cases.filter(({ judged }) => judged).length,
  acted: cases.filter(({ settings }) => settings.steps.length > 0).length,
})

/** @param first its plan, where it has just been made */
export function withPlan<C extends Omit<PreparedComponent, 'plan' | 'size'>>(
  component: C,
  library: Library,
  selection: Selection,
  first: Plan = planOf(component.sheet, library, selection).plan,
): C & PreparedComponent {
  let held = new WeakRef(first)
  return {
    ...component,
    size: sizeOf(first),
    get plan() {
      let plan = held.deref()
      if (!plan) held = new WeakRef((plan = planOf(component.sheet, library, selection).plan))
      return plan
    },
  }
}

/** What is read and judged of a sheet's cases; where there is a problem, of none. */
export function planOf(sheet: Sheet, library: Library, selection: Selection): { plan: Plan; problems: Problem[] } {
  const problems: Problem[] = []
  return { plan: makePlan(sheet, library, casesOf(sheet, library, selection, problems)), problems }
}

function casesOf(sheet: Sheet, library: Library, { cover, where }: Selection, problems: Problem[]): Case[] {
  const space = spaceOf(sheet, library)
  const coverage = coverSpace(space, cover ?? sheet.data.cover)
  if (coverage.kind === 'too-many') {
    const count = coverage.count.toLocaleString('en')
    const message = `the matrix has ${count} cases, more than are run at once; say "cover: pairs" (${coverage.pairs} cases) or "cover: each" (${coverage.each})`
    problems.push({
      ...sheet.source.atKey([
        sheet.data.cover === 'all' && 'cover' in (sheet.source.value as object) ? 'cover' : 'axes',
      ]),
      message,
    })
    return []
  }
  if (!where) return coverage.cases
  problems.push(...boxProblems(where, space))
  return casesInside(coverage.cases, where)
}
