import { overlay, resolvePath, textOf, treeOf, type FileTree } from '@/core/sheet'
import { definesElement, partsInCode, readElements, readerOf, readManifest } from '../code'
import { moduleFile } from '../moduleFile'
import { fromCode } from './fromCode'
import { fromMarkup } from './markup'
import type { Proposal } from './proposal'
import { styledClasses } from './statesInCss'

/** What somebody has pasted or dropped, by path. */
export type Dropped = Readonly<Record<string, string>>

export const SKIPPED = /(\.(test|spec|stories|d)\.[jt]sx?|(^|\/)node_modules\/.*)$/

/**
 * Proposes components from what was pasted or dropped: TSX modules, Custom Elements Manifests, HTML with CSS.
 * @param library the library that they are for: where it has a folder, the types of its packages are known
 * @returns the proposals, and what nothing could be made of
 */
export async function propose(
  dropped: Dropped,
  taken: readonly string[],
  library?: FileTree,
): Promise<{ proposals: Proposal[]; ignored: string[] }> {
  const files = new DroppedFiles(dropped, taken)
  for (const path of files.like(/(^|\/)custom-elements\.json$/)) {
    files.use([path])
    files.proposals.push(...(await fromManifest(dropped, path, files.taken(), files.used)))
  }
  proposeElements(files)
  await proposeReact(files, library)
  for (const path of files.like(/\.(html?|liquid)$/)) {
    files.use([path])
    const css = files
      .beside(path, /\.css$/)
      .map((each) => dropped[each])
      .join('\n')
    const [script] = files.beside(path, /\.m?js$/)
    const markup = { html: dropped[path]!, css, ...(script !== undefined && { script: dropped[script]! }) }
    files.proposals.push(fromMarkup(markup, files.taken(), nameFrom(path)))
  }
  return {
    proposals: files.proposals,
    ignored: Object.keys(dropped).filter((path) => !files.used.has(path)),
  }
}

/** What was dropped, with what has been made of it so far. */
class DroppedFiles {
  readonly proposals: Proposal[] = []
  readonly used = new Set<string>()
  readonly #paths: readonly string[]

  constructor(
    readonly dropped: Dropped,
    /** Slugs that the library has. */
    readonly known: readonly string[],
  ) {
    this.#paths = Object.keys(dropped).filter((path) => !SKIPPED.test(path))
  }

  like(pattern: RegExp): string[] {
    return this.#paths.filter((path) => pattern.test(path))
  }

  taken(): string[] {
    return [...this.known, ...this.proposals.map(({ slug }) => slug)]
  }

  use<Paths extends Iterable<string>>(paths: Paths): Paths {
    for (const path of paths) this.used.add(path)
    return paths
  }

  /** Files of a kind that are called as another is; else all of that kind that are left. */
  beside(path: string, kind: RegExp): string[] {
    const own = this.like(kind).filter((each) => !this.used.has(each))
    const called = own.filter((each) => stem(each) === stem(path))
    return [...this.use(called.length > 0 ? called : own)]
  }

  /** A module with all that it imports, from the folder that holds them all. */
  moduleAt(path: string) {
    const { base, files } = relativeFiles(this.dropped, [...this.use(closure(this.dropped, path))])
    return { module: path.slice(base.length), files }
  }
}

function proposeElements(files: DroppedFiles) {
  const { dropped, used } = files
  for (const path of files.like(/\.(m?[jt]s|[jt]sx)$/).filter((each) => definesElement(dropped[each]!))) {
    if (used.has(path)) continue
    for (const { tag, parts, ...reading } of readElements(treeOf(dropped), path)) {
      const source = { kind: 'element' as const, tag, styles: [], parts, ...files.moduleAt(path) }
      files.proposals.push(fromCode(reading, source, files.taken()))
    }
  }
}

async function proposeReact(files: DroppedFiles, library: FileTree | undefined) {
  const { dropped, used } = files
  const sheets = files.like(/\.s?css$/)
  const imported = new Set(files.like(/\.[jt]sx?$/).flatMap((path) => [...closure(dropped, path)].slice(1)))
  // What others import is theirs; a module of its own right comes first.
  const modules = files
    .like(/\.[jt]sx$/)
    .filter((each) => !used.has(each))
    .toSorted((a, b) => Number(imported.has(a)) - Number(imported.has(b)))
  const styled = styledClasses(sheets.map((each) => [each, dropped[each]!] as const))
  const reader = readerOf(library === undefined ? treeOf(dropped) : overlay(library, dropped), modules)
  for (const path of modules) {
    const reading = await reader.read(path)
    if (reading.name === '') continue
    const { module, files: own } = files.moduleAt(path)
    const styles = files.use(sheets.filter((each) => !used.has(each) && stem(each) === stem(path)))
    const beside = Object.fromEntries(styles.map((each) => [each.slice(each.lastIndexOf('/') + 1), dropped[each]!]))
    const source = {
      kind: 'react' as const,
      module,
      inside: partsInCode(dropped[path]!, reading.name, (name) => styled.has(name)),
      ...exportOf(dropped[path]!, reading.name),
      styles: Object.keys(beside),
      files: { ...own, ...beside },
    }
    files.proposals.push(fromCode(reading, source, files.taken(), reading.name === 'default' ? stem(path) : undefined))
  }
}

/** By which export a component is imported, as its sheet says it. */
export function exportOf(text: string, name: string): { export?: string } {
  const isNamed = new RegExp(`export\\s+(const|function|class)\\s+${name}\\b|export\\s*\\{[^}]*\\b${name}\\b`).test(
    text,
  )
  return isNamed || !/export\s+default\b/.test(text) ? { export: name } : {}
}

export const stem = (path: string) => path.slice(path.lastIndexOf('/') + 1).replace(/\..*$/, '')
// Names that say nothing of the component.
const nameFrom = (path: string) => (/^(index|pasted|component|markup)$/i.test(stem(path)) ? undefined : stem(path))

async function fromManifest(
  dropped: Dropped,
  path: string,
  taken: readonly string[],
  used: Set<string>,
): Promise<Proposal[]> {
  const folder = path.slice(0, path.lastIndexOf('/') + 1)
  const made: Proposal[] = []
  for (const element of readManifest(dropped[path]!, path)) {
    const module = [element.module, element.module.replace(/\.ts$/, '.js'), element.module.replace(/\.js$/, '.ts')]
      .map((each) => folder + each)
      .find((each) => each in dropped)
    const own = module === undefined ? new Set<string>() : closure(dropped, module)
    own.forEach((each) => used.add(each))
    const { base, files } = relativeFiles(dropped, [...own])
    const source = {
      kind: 'element' as const,
      module: module?.slice(base.length) ?? element.module,
      tag: element.tag,
      styles: [],
      files,
      parts: element.parts,
      customProperties: element.customProperties,
    }
    const proposal = fromCode(element, source, [...taken, ...made.map(({ slug }) => slug)])
    if (module === undefined) proposal.unclear.push(`The module ${element.module} is not among the files: drop it too.`)
    made.push(proposal)
  }
  return made
}

/** A module and every dropped file that it imports, itself first. */
function closure(dropped: Dropped, path: string): Set<string> {
  const found = new Set([path])
  for (const each of found) {
    for (const [, reference] of (textOf(treeOf(dropped), each) ?? '').matchAll(
      /(?:from|import)\s*\(?\s*['"](\.[^'"]+)['"]/g,
    )) {
      const base = resolvePath(each, reference!)
      const target = base && moduleFile(base, (one) => one in dropped)
      if (target) found.add(target)
    }
  }
  return found
}

/** Files by their paths below the deepest folder that holds all of them. */
function relativeFiles(dropped: Dropped, paths: readonly string[]): { base: string; files: Record<string, string> } {
  const folders = paths.map((path) => path.split('/').slice(0, -1))
  const [first = []] = folders
  let depth = 0
  while (depth < first.length && folders.every((folder) => folder[depth] === first[depth])) depth++
  const base = first
    .slice(0, depth)
    .map((step) => `${step}/`)
    .join('')
  return { base, files: Object.fromEntries(paths.map((path) => [path.slice(base.length), dropped[path]!])) }
}
