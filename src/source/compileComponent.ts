import { nestedSlugs, othersOf } from '@/core/plan'
import {
  findFile,
  isVendored,
  kindOf,
  LIBRARY_FILE,
  resolvePath,
  textOf,
  type Library,
  type Sheet,
  type Source,
} from '@/core/sheet'
import type { Place, Problem } from '@/core/problem'
import type { StageComponent, StagePiece } from '@/stage'
import { compileScript, memberName, type CompiledScript } from './compileScript'
import { compileStyles, type CompiledStyles } from './compileStyles'
import { compileTemplate } from './compileTemplate'
import { reactRuntime } from './reactRuntime'
import { rootMarks, scopeStyles } from './scopeStyles'
import { splitStyles } from './splitStyles'
import { originalPlace, type StylePlaces } from './stylePlaces'

/** A component as the stage takes it, and the way back to its author's files. */
export interface CompiledComponent {
  component: Omit<StageComponent, 'isolated'>
  /** By the address of each sheet. */
  places: ReadonlyMap<string, StylePlaces>
  /** Some of its code stands outside of the library, in packages. */
  readsOutside: boolean
}

/** Where a line of a compiled sheet stands in the file that its author wrote; undefined for a sheet that is not the library's. */
export function placeInSources(
  { places }: Pick<CompiledComponent, 'places'>,
  url: string,
  line: number,
  column: number,
): Place | undefined {
  const known = places.get(url)
  return known && originalPlace(known, line, column)
}

/** Why a component cannot be staged at all by this version. */
export const unsupportedKind = ({ data, slug }: Sheet): string | undefined =>
  !kindOf(data.source).isRendered
    ? `${slug} is of kind "${data.source.kind}", which this version reads but does not render yet`
    : undefined

function guideOf({ file, data }: Sheet, { tree }: Library): string {
  const path = data.guide === undefined ? undefined : resolvePath(file, data.guide)
  return path === undefined || !tree.paths.includes(path) ? '' : (textOf(tree, path) ?? '')
}

export interface CompileOptions {
  /** Components that may be put into its slots, besides those that its sheet puts there. */
  more?: Iterable<string>
  /** Leaves out what only its guide and its examples show: a run shows none of it, and code that is loaded may change what is read. */
  isForRun?: boolean
}

/**
 * Turns a component's files, and those of the components in its slots, into what the stage mounts.
 * Problems are faults of its files: a template, style sheet or module that cannot be read.
 */
export async function compileComponent(
  sheet: Sheet,
  library: Library,
  { more = [], isForRun = false }: CompileOptions = {},
): Promise<{ compiled?: CompiledComponent; problems: Problem[] }> {
  if (!kindOf(sheet.data.source).isRendered) return { problems: [] }
  const others = othersOf(library.sheets)
  const nested = isForRun
    ? nestedSlugs({ axes: sheet.axes, data: { ...sheet.data, examples: {} } }, others)
    : nestedSlugs(sheet, others, guideOf(sheet, library))
  for (const slug of more) nested.add(slug)
  nested.delete(sheet.slug)
  // What stands around comes last: a component may style what its slots hold.
  const sheets = [...library.sheets.filter(({ slug }) => nested.has(slug)), sheet]
  const isReact = sheets.some(({ data }) => data.source.kind === 'react')
  const wrap = isReact ? library.data.wrap : undefined
  const code = await codeOf(library, sheets, wrap?.module)
  const work: Work = { library, main: sheet.slug, styles: [], problems: [], code }
  work.problems.push(...(work.code?.compiled.problems ?? []))
  for (const path of library.data.styles) await addStyles(work, findFile(library.tree, LIBRARY_FILE, path)!)
  addModuleStyles(work, 'others')
  const pieces: Record<string, StagePiece> = {}
  for (const each of sheets) {
    const piece = await compilePiece(work, each)
    if (piece) pieces[each.slug] = piece
  }
  if (work.problems.length > 0) return { problems: work.problems }
  const isBundle = code !== undefined && code.paths.length > 1
  const needsReact = Object.values(pieces).some(({ kind }) => kind === 'react')
  const { stage } = sheet.data
  const component: CompiledComponent['component'] = {
    slug: sheet.slug,
    pieces,
    ...(isBundle && { bundle: { url: code.paths.at(-1)!, text: code.compiled.text! } }),
    ...(wrap && { wrap: { module: moduleIn(code!, wrap.module), export: wrap.export } }),
    ...(library.data.page && { page: library.data.page }),
    ...(needsReact && { react: await reactRuntime(library.tree) }),
    sheets: work.styles.map((each) => each.sheet),
    parts: sheet.parts,
    padding: stage.padding,
    place: stage.place,
  }
  return {
    compiled: {
      component,
      readsOutside: code?.compiled.readsOutside ?? false,
      places: new Map(work.styles.map((each) => [each.sheet.url, each.places])),
    },
    problems: [],
  }
}

/** What is gathered while a component and its nested ones are compiled. */
interface Work {
  library: Library
  /** The component that is compiled: what it names itself is its own. */
  main: string
  /** All modules of the component and of those in its slots, the component's own last. */
  code: Code | undefined
  styles: (Omit<CompiledStyles, 'sheet'> & { sheet: CompiledStyles['sheet'] & { of: 'own' | 'shared' | 'others' } })[]
  problems: Problem[]
}

interface Code {
  paths: string[]
  compiled: CompiledScript
}

/** Where a component's code stands; undefined for one that brings none. */
function moduleOf({ file, data: { source } }: Sheet): string | undefined {
  const path = kindOf(source).code(source)
  return path === undefined ? undefined : resolvePath(file, path)
}

async function codeOf({ tree }: Library, sheets: readonly Sheet[], wrap?: string): Promise<Code | undefined> {
  const paths = [...new Set([...(wrap === undefined ? [] : [wrap]), ...sheets.flatMap((each) => moduleOf(each) ?? [])])]
  return paths.length === 0 ? undefined : { paths, compiled: await compileScript(tree, paths) }
}

/** One of the modules, as the stage finds it. */
const moduleIn = ({ paths, compiled }: Code, path: string) =>
  paths.length === 1
    ? { url: path, text: compiled.text ?? '' }
    : { url: path, text: '', member: memberName(paths.indexOf(path)) }

async function addStyles({ library, main, styles, problems }: Work, path: string, owner?: string) {
  const read = await compileStyles(library.tree, path, rootMarks(library.data))
  problems.push(...read.problems)
  for (const each of read.styles) {
    const { url } = each.sheet
    const origin = isVendored(url) ? 'others' : owner === undefined ? 'shared' : owner === main ? 'own' : 'others'
    const known = styles.find(({ sheet }) => sheet.url === url)
    if (!known) styles.push({ ...each, sheet: { ...each.sheet, of: origin } })
    // What is shared, and named by the component besides, is still its own.
    else if (origin === 'own' && url === path) known.sheet.of = 'own'
  }
}

async function compilePiece(work: Work, sheet: Sheet): Promise<StagePiece | undefined> {
  if (sheet.slug === work.main) addModuleStyles(work, 'own')
  const piece = pieceOf(sheet.data.source, work, sheet)
  const styles = kindOf(sheet.data.source).styles(sheet.data.source)
  if (piece)
    for (const path of styles) await addStyles(work, findFile(work.library.tree, sheet.file, path)!, sheet.slug)
  return piece
}

/** What the stage takes of a component of each kind; undefined where it takes none. */
const PIECES: {
  [Kind in Source['kind']]: (
    source: Extract<Source, { kind: Kind }>,
    work: Work,
    sheet: Sheet,
  ) => StagePiece | undefined
} = {
  markup: ({ markup, script }, work, { file, parts }) => {
    const { template, problems } = compileTemplate(work.library.tree, resolvePath(file, markup)!)
    work.problems.push(...problems)
    return { kind: 'markup', parts, template, script: script === undefined ? undefined : codeAt(work, file, script) }
  },
  react: ({ module, export: name }, work, { file, parts, data }) => {
    const events = Object.keys(data.events)
    return { kind: 'react', parts, module: codeAt(work, file, module), export: name, events }
  },
  element: ({ module, tag }, work, { file, parts }) => ({
    kind: 'element',
    parts,
    module: codeAt(work, file, module),
    tag,
  }),
  page: () => undefined,
}

const pieceOf = <Kind extends Source['kind']>(source: Extract<Source, { kind: Kind }>, work: Work, sheet: Sheet) =>
  PIECES[source.kind as Kind](source, work, sheet)

const codeAt = ({ code }: Work, file: string, path: string) => moduleIn(code!, resolvePath(file, path)!)

/** The styles that modules import, as one sheet: those that the component's own module leads to, or the others. */
function addModuleStyles({ library, main, code, styles }: Work, of: 'own' | 'others') {
  if (!code?.compiled.styles) return
  const { css, map } = code.compiled.styles
  const sheet = library.sheets.find(({ slug }) => slug === main)
  const path = sheet && moduleOf(sheet)
  const reach = path === undefined ? undefined : code.compiled.reach.get(path)
  const [own, others] = splitStyles(css, (file) => reach?.has(file) ?? false)
  const part = of === 'own' ? own : others
  if (part.css.trim() === '') return
  const file = of === 'own' ? path! : code.paths[0]!
  const url = `${file}.css`
  styles.push({
    sheet: { url, text: part.css, ...scopeStyles(part.css, rootMarks(library.data)), of },
    places: { file, map, lines: part.lines },
  })
}
