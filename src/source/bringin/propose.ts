import { overlay, resolvePath, textOf, treeOf, type FileTree } from '@/core/sheet'
import { definesElement, partsInCode, readElements, readerOf, readManifest } from '../code'
import { moduleFile } from '../moduleFile'
import { fromCode } from './fromCode'
import { fromMarkup } from './fromMarkup'
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
  const paths = Object.keys(dropped).filter((path) => !SKIPPED.test(path))
  const proposals: Proposal[] = []
  const used = new Set<string>()
  const names = () => [...taken, ...proposals.map(({ slug }) => slug)]
  for (const path of paths.filter((each) => /(^|\/)custom-elements\.json$/.test(each))) {
    used.add(path)
    proposals.push(...(await fromManifest(dropped, path, names(), used)))
  }
  for (const path of paths.filter((each) => /\.(m?[jt]s|[jt]sx)$/.test(each) && definesElement(dropped[each]!))) {
    if (used.has(path)) continue
    for (const { tag, parts, ...reading } of readElements(treeOf(dropped), path)) {
      const own = closure(dropped, path)
      own.forEach((each) => used.add(each))
      const { base, files } = relativeFiles(dropped, [...own])
      const source = { kind: 'element' as const, module: path.slice(base.length), tag, styles: [], files, parts }
      proposals.push(fromCode(reading, source, names()))
    }
  }
  const imported = new Set(
    paths.flatMap((path) => (/\.[jt]sx?$/.test(path) ? [...closure(dropped, path)].slice(1) : [])),
  )
  // What others import is theirs; a module of its own right comes first.
  const modules = paths
    .filter((each) => /\.[jt]sx$/.test(each) && !used.has(each))
    .toSorted((a, b) => Number(imported.has(a)) - Number(imported.has(b)))
  const styled = styledClasses(
    paths.filter((each) => /\.s?css$/.test(each)).map((each) => [each, dropped[each]!] as const),
  )
  const reader = readerOf(library === undefined ? treeOf(dropped) : overlay(library, dropped), modules)
  for (const path of modules) {
    const reading = await reader.read(path)
    if (reading.name === '') continue
    const own = closure(dropped, path)
    own.forEach((each) => used.add(each))
    const { base, files } = relativeFiles(dropped, [...own])
    const styles = paths.filter((each) => /\.s?css$/.test(each) && !used.has(each) && stem(each) === stem(path))
    styles.forEach((each) => used.add(each))
    const beside = Object.fromEntries(styles.map((each) => [each.slice(each.lastIndexOf('/') + 1), dropped[each]!]))
    const inside = partsInCode(dropped[path]!, reading.name, (name) => styled.has(name))
    const source = {
      kind: 'react' as const,
      module: path.slice(base.length),
      inside,
      ...exportOf(dropped[path]!, reading.name),
      styles: Object.keys(beside),
      files: { ...files, ...beside },
    }
    proposals.push(fromCode(reading, source, names(), reading.name === 'default' ? stem(path) : undefined))
  }
  for (const path of paths.filter((each) => /\.html?$/.test(each))) {
    used.add(path)
    const own = paths.filter((each) => each.endsWith('.css') && !used.has(each))
    const styles = own.filter((each) => stem(each) === stem(path))
    const chosen = styles.length > 0 ? styles : own
    chosen.forEach((each) => used.add(each))
    proposals.push(fromMarkup(dropped[path]!, chosen.map((each) => dropped[each]).join('\n'), names(), nameFrom(path)))
  }
  return { proposals, ignored: Object.keys(dropped).filter((path) => !used.has(path)) }
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
