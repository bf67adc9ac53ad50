import { Liquid, LiquidError } from 'liquidjs'
import { resolvePath, textOf, type FileTree, type Library, type Sheet } from '@/core/sheet'
import type { Place, Problem } from '@/core/problem'
import type { StageComponent } from '@/stage'
import { compileScript } from './compileScript'
import { compileStyles, type CompiledStyles } from './compileStyles'

/** A component as the stage takes it, and the way back to its author's files. */
export interface CompiledComponent {
  component: Omit<StageComponent, 'isolated'>
  /** Where a line of a compiled sheet stands in the file that its author wrote; undefined for a sheet that is not the library's. */
  originalPlace(url: string, line: number, column: number): Place | undefined
}

/** Why a component cannot be staged at all by this version. */
export const unsupportedKind = ({ data, slug }: Sheet): string | undefined =>
  data.source.kind === 'markup'
    ? undefined
    : `${slug} is of kind "${data.source.kind}", which this version reads but does not render yet`

/**
 * Turns a component's files into what the stage mounts.
 * Problems are faults of its files: a template, style sheet or script that cannot be read.
 */
export async function compileComponent(
  sheet: Sheet,
  library: Library,
): Promise<{ compiled?: CompiledComponent; problems: Problem[] }> {
  const { source, stage } = sheet.data
  if (source.kind !== 'markup') return { problems: [] }
  const { tree, data } = library
  const own = (path: string) => resolvePath(sheet.file, path)!
  const templateFile = own(source.markup)
  const problems: Problem[] = [...templateProblems(tree, templateFile)]
  const sheets: CompiledStyles[] = []
  for (const path of [...data.styles.map((each) => resolvePath('library.yaml', each)!), ...source.styles.map(own)]) {
    const read = await compileStyles(tree, path)
    sheets.push(...read.styles.filter(({ sheet: { url } }) => !sheets.some((known) => known.sheet.url === url)))
    problems.push(...read.problems)
  }
  const script = source.script === undefined ? undefined : await compileScript(tree, own(source.script))
  problems.push(...(script?.problems ?? []))
  if (problems.length > 0) return { problems }
  const component: CompiledComponent['component'] = {
    slug: sheet.slug,
    template: { name: templateFile, text: textOf(tree, templateFile)!, partials: partialsFor(tree, templateFile) },
    sheets: sheets.map((each) => each.sheet),
    ...(script?.text !== undefined && { script: { url: own(source.script!), text: script.text } }),
    parts: sheet.parts,
    padding: stage.padding,
    place: stage.place,
  }
  const places = new Map(sheets.map((each) => [each.sheet.url, each.originalPlace]))
  return { compiled: { component, originalPlace: (url, line, column) => places.get(url)?.(line, column) }, problems }
}

/** Every template of the library, by its path as seen from the component's folder. */
function partialsFor(tree: FileTree, templateFile: string): Record<string, string> {
  const folder = templateFile.split('/').slice(0, -1)
  const templates = tree.paths.filter((path) => path.endsWith('.liquid'))
  return Object.fromEntries(templates.map((path) => [relativeTo(folder, path), textOf(tree, path)!]))
}

function relativeTo(folder: readonly string[], path: string): string {
  const steps = path.split('/')
  let shared = 0
  while (shared < folder.length && steps[shared] === folder[shared]) shared++
  return [...folder.slice(shared).map(() => '..'), ...steps.slice(shared)].join('/')
}

function* templateProblems(tree: FileTree, file: string): Generator<Problem> {
  try {
    new Liquid().parse(textOf(tree, file)!, file)
  } catch (error) {
    if (!(error instanceof LiquidError)) throw error // our bug, not the author's
    const [line, column] = error.token.getPosition() as [number, number]
    yield {
      file,
      line,
      column,
      message: `not readable as a template: ${error.message.replace(/, (file|line):.*$/, '')}`,
    }
  }
}
