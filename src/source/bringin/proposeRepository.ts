import type { CodeReading } from '@/core/code'
import { describeProblem } from '@/core/problem'
import { LIBRARY_FILE, overlay, readLibrary, resolvePath, textOf, type FileTree } from '@/core/sheet'
import { readTokens } from '@/core/tokens'
import { printBlock } from '@/core/yaml'
import { compileComponent } from '../compileComponent'
import { definesElement, partsInCode, readElements, readerOf, readManifest } from '../code'
import { fromCode, type CodeSource } from './fromCode'
import type { Proposal } from './proposal'
import { exportOf, SKIPPED, stem } from './propose'
import { styledClasses } from './statesInCss'

/** What a repository without any of our files could get: nothing is written before somebody says so. */
export interface RepositoryProposal {
  /** `library.yaml` and the sheets, by path. */
  files: Record<string, string>
  name: string
  styles: string[]
  tokens: { path: string; count: number }[]
  components: (Pick<Proposal, 'slug' | 'file' | 'understood' | 'unclear'> & {
    module: string
    /** A piece of another component of its module, such as the head of a card: written only when somebody asks for it. */
    isPiece: boolean
  })[]
  /** Modules that look like components and cannot be shown as they stand. */
  leftOut: { module: string; why: string }[]
}

/** A proposal for some of its components only; without names, for all but pieces of others. */
export function keepComponents(proposal: RepositoryProposal, slugs?: readonly string[]): RepositoryProposal {
  const components = proposal.components.filter(({ slug, isPiece }) => (slugs ? slugs.includes(slug) : !isPiece))
  const kept = new Set([LIBRARY_FILE, ...components.map(({ file }) => file)])
  const files = Object.fromEntries(Object.entries(proposal.files).filter(([path]) => kept.has(path)))
  return { ...proposal, components, files }
}

const TOOLS =
  /(^|\/)(\.[^/]+|node_modules|dist|build|out|coverage|tests?|__tests__|__mocks__|e2e|stories|docs|examples?|scripts|demo|playground)\//
const PAGES = /(^|\/)(app|pages)\/(.*\/)?(page|layout|template|loading|error|not-found|index|_app|_document)\.[jt]sx$/
const ENTRIES = /(^|\/)(main|app|entry|setup|providers?)\.[jt]sx?$/i
const SHARED_NAME =
  /(^|\/)(globals?|base|reset|normalize|theme|themes|tokens|variables|styles?|index|main|app)\.(css|scss)$/i
// What only styles for everything hold: custom properties for the page, or a framework.
const SHARED_RULE = /(^|[\s,}]):root\b|(^|[\s,}])html\b|@tailwind\b|@import\s+["']tailwindcss|@theme\b/
const TOKEN_FILE = /(^|\/)([^/]*tokens?[^/]*\/.*\.json5?|[^/]*tokens?[^/]*\.json5?|[^/]*\.tokens\.json)$/i

/** Looks through a folder for components, manifests, styles and tokens, and proposes a library of them. */
export async function proposeRepository(tree: FileTree): Promise<RepositoryProposal> {
  const paths = tree.paths.filter((path) => !TOOLS.test(path))
  const tokens = tokenFiles(tree, paths)
  const all: { proposal: Proposal; module: string; isPiece: boolean }[] = []
  const elements = elementsIn(tree, paths)
  const defined = elementsInModules(tree, paths, new Set(elements.map(({ source }) => source.tag!)))
  for (const { module, reading, source, isPiece = false } of [
    ...elements,
    ...defined,
    ...(await modulesIn(tree, paths)),
  ]) {
    const taken = all.map(({ proposal }) => proposal.slug)
    all.push({ module, isPiece, proposal: inPlace(tree, reading, module, source, taken) })
  }
  // A sheet that somebody has written stays.
  const found = all.filter(({ proposal }) => !tree.paths.includes(proposal.file))
  const imported = importedStyles(tree, paths)
  const styles = paths.filter(
    (path) =>
      /\.s?css$/.test(path) &&
      !/\.module\.s?css$/.test(path) &&
      !imported.has(path) &&
      (SHARED_RULE.test(textOf(tree, path)!) || SHARED_NAME.test(path)),
  )
  const name = nameOf(tree)
  const library = `library: 1\n${printBlock({ name, ...(tokens.length > 0 && { tokens: tokens.map(({ path }) => path) }), ...(styles.length > 0 && { styles }) }, 0)}\n`
  const sheets = Object.fromEntries(found.map(({ proposal }) => [proposal.file, proposal.texts[proposal.file]!]))
  const tried = readLibrary(overlay(tree, { 'library.yaml': library, ...sheets }))
  const leftOut: RepositoryProposal['leftOut'] = []
  const components: RepositoryProposal['components'] = []
  for (const { proposal, module, isPiece } of found) {
    const sheet = tried.library?.sheets.find(({ file }) => file === proposal.file)
    const problems = tried.problems.filter(({ file }) => file === proposal.file)
    if (sheet && problems.length === 0) problems.push(...(await compileComponent(sheet, tried.library!)).problems)
    const [first] = problems
    if (!sheet || first) leftOut.push({ module, why: first ? describeProblem(first) : 'it makes no sheet' })
    else components.push({ ...proposal, module, isPiece })
  }
  const kept = new Set(components.map(({ file }) => file))
  return {
    files: {
      'library.yaml': library,
      ...Object.fromEntries(Object.entries(sheets).filter(([file]) => kept.has(file))),
    },
    name,
    styles,
    tokens,
    components,
    leftOut,
  }
}

function nameOf(tree: FileTree): string {
  const given = jsonAt(tree, 'package.json').name
  const plain = typeof given === 'string' ? given : (tree.folder?.split('/').at(-1) ?? 'library')
  const words = plain
    .replace(/^@/, '')
    .replace(/[/_-]+/g, ' ')
    .trim()
  return words.charAt(0).toUpperCase() + words.slice(1)
}

function jsonAt(tree: FileTree, path: string): Record<string, unknown> {
  try {
    return JSON.parse(textOf(tree, path) ?? '{}') as Record<string, unknown>
  } catch {
    return {}
  }
}

/** Files with tokens in them, each with how many; later contexts are the author's to name. */
function tokenFiles(tree: FileTree, paths: readonly string[]): { path: string; count: number }[] {
  return paths
    .filter((path) => TOKEN_FILE.test(path) && !/(^|\/)(package|tsconfig|manifest)[^/]*\.json$/.test(path))
    .flatMap((path) => {
      const { library } = readLibrary(overlay(tree, { 'library.yaml': `library: 1\nname: T\ntokens: ["${path}"]` }), [])
      const read = library && readTokens(library)
      const count = read && read.problems.length === 0 ? read.book.list({}).length : 0
      return count > 0 ? [{ path, count }] : []
    })
}

/** A component that was found: where it stands, and what it takes. */
interface Found {
  module: string
  reading: CodeReading
  source: Omit<CodeSource, 'module' | 'files' | 'styles' | 'inPlace'>
  isPiece?: boolean
}

const folderOfPath = (path: string) => path.slice(0, path.lastIndexOf('/') + 1)
const baseName = (path: string) => path.slice(path.lastIndexOf('/') + 1)

/** A component whose sheet stands beside its module. */
function inPlace(
  tree: FileTree,
  reading: CodeReading,
  path: string,
  source: Found['source'],
  taken: readonly string[],
): Proposal {
  const folder = folderOfPath(path)
  const text = textOf(tree, path) ?? ''
  // Styles that the module does not import itself, under its own name.
  const styles = ['css', 'scss']
    .map((ending) => `${stem(path)}.${ending}`)
    .filter((name) => tree.paths.includes(folder + name) && !text.includes(name))
  const imported = stylesNamedIn(text).map((name) => resolvePath(path, name))
  const beside = Object.fromEntries(
    tree.paths
      .filter((each) => each.endsWith('.css'))
      .filter((each) => imported.includes(each) || (folderOfPath(each) === folder && stem(each) === stem(path)))
      .map((each) => [baseName(each), textOf(tree, each)!]),
  )
  const files = { [baseName(path)]: text, ...beside }
  return fromCode(reading, { ...source, module: baseName(path), styles, files, inPlace: folder }, taken)
}

async function modulesIn(tree: FileTree, paths: readonly string[]): Promise<Found[]> {
  const modules = paths.filter(
    (path) => /\.[jt]sx$/.test(path) && !SKIPPED.test(path) && !PAGES.test(path) && !ENTRIES.test(path),
  )
  const reader = readerOf(tree, modules)
  const styled = styledClasses(
    paths.filter((path) => /\.s?css$/.test(path)).map((path) => [path, textOf(tree, path)!] as const),
  )
  const found: Found[] = []
  for (const module of modules) {
    const [main, ...others] = reader.exportsOf(module)
    if (!main) continue
    for (const { name, own } of [main, ...others.filter((each) => !HELPER.test(each.own))]) {
      const reading = await reader.read(module, name)
      const text = textOf(tree, module)!
      const inside = partsInCode(text, name, (each) => styled.has(each))
      const source = { kind: 'react' as const, inside, ...exportOf(text, name) }
      const { called, isPiece } = componentName(module, main, own)
      found.push({ module, source, reading: { ...reading, name: called }, isPiece })
    }
  }
  return found
}

/** How a component of a module is called, and whether it is a piece of the module's main one: `CardRoot` is the card, `CardHead` a piece. */
function componentName(
  module: string,
  main: { name: string; own: string },
  own: string,
): { called: string; isPiece: boolean } {
  // `Root`, `Trigger` and the like, imported as a whole: `Tabs.Root`.
  const isWhole = main.own === 'Root' && main.name === 'Root'
  const block = main.own !== 'Root' ? main.own.replace(/(?<=.)Root$/, '') : isWhole ? stem(module) : main.name
  if (own === main.own) return { called: own === 'default' ? stem(module) : block, isPiece: false }
  return { called: isWhole ? `${block}-${own}` : own, isPiece: isWhole || own.startsWith(block) }
}

// What gives others something, and shows nothing itself.
const HELPER = /(Provider|Context)$/

/** Custom elements that no manifest describes, as their own code says. */
function elementsInModules(tree: FileTree, paths: readonly string[], known: ReadonlySet<string>): Found[] {
  return paths
    .filter((path) => /\.(m?[jt]s|[jt]sx)$/.test(path) && !SKIPPED.test(path) && definesElement(textOf(tree, path)!))
    .flatMap((module) =>
      readElements(tree, module)
        .filter(({ tag }) => !known.has(tag))
        .map(({ tag, parts, ...reading }) => ({ module, reading, source: { kind: 'element' as const, tag, parts } })),
    )
}

/** Custom elements that a manifest describes; a manifest of the build leads to the sources that it was made from. */
function elementsIn(tree: FileTree, paths: readonly string[]): Found[] {
  const named = jsonAt(tree, 'package.json').customElements
  const manifest = [
    typeof named === 'string' ? named.replace(/^\.\//, '') : '',
    'custom-elements.json',
    'dist/custom-elements.json',
  ].find((path) => tree.paths.includes(path))
  if (manifest === undefined) return []
  const folder = folderOfPath(manifest)
  const found: Found[] = []
  for (const element of elementsOf(tree, manifest)) {
    const bases = [folder + element.module, element.module, element.module.replace(/^dist\//, 'src/')]
    const module = bases
      .flatMap((base) => [base.replace(/\.js$/, '.ts'), base])
      .find((path) => paths.includes(path) || tree.paths.includes(path))
    if (module === undefined) continue
    const { tag, parts, customProperties } = element
    found.push({ module, reading: element, source: { kind: 'element', tag, parts, customProperties } })
  }
  return found
}

/** What a manifest describes; one that cannot be read describes nothing, and the modules are looked at all the same. */
function elementsOf(tree: FileTree, manifest: string): ReturnType<typeof readManifest> {
  try {
    return readManifest(textOf(tree, manifest)!, manifest)
  } catch {
    return []
  }
}

/** Style sheets beside it that a module imports. */
const stylesNamedIn = (text: string): string[] =>
  [...text.matchAll(/import\s+(?:[\w*{}\s,]+\s+from\s+)?['"](\.[^'"]+\.s?css)['"]/g)].map(([, name]) => name!)

/** Style sheets that a component's module imports, or that another sheet does: they come with it. */
function importedStyles(tree: FileTree, paths: readonly string[]): Set<string> {
  const found = new Set<string>()
  const add = (path: string, reference: string) => {
    const target = resolvePath(path, reference)
    // A sheet may be named without its ending, and SCSS has parts whose names begin with a line.
    const slash = (target ?? '').lastIndexOf('/') + 1
    const names =
      target === undefined ? [] : [target, `${target}.scss`, `${target.slice(0, slash)}_${target.slice(slash)}.scss`]
    names.forEach((name) => found.add(name))
  }
  for (const path of paths) {
    if (/\.[jt]sx?$/.test(path) && !ENTRIES.test(path) && !PAGES.test(path))
      for (const name of stylesNamedIn(textOf(tree, path)!)) add(path, name)
    if (/\.s?css$/.test(path))
      for (const [, name] of textOf(tree, path)!.matchAll(/@(?:import|use|forward)\s+(?:url\()?\s*['"]([^'"]+)['"]/g))
        add(path, name!)
  }
  return found
}
