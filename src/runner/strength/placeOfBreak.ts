import type { RenderedBreak, StyleBreak } from '@/core/breaks'
import { resolvePath, textOf, type Library } from '@/core/sheet'
import { placeInSources } from '@/source'
import type { PreparedComponent } from '../prepare'

/** Where what a break changes stands in its author's files, as far as that can be told. */
export function placeOfBreak(
  broken: StyleBreak | RenderedBreak,
  library: Library,
  { sheet, compiled }: PreparedComponent,
): { file: string; line: number } | undefined {
  if ('line' in broken && broken.edit.do === 'styles') {
    const place = compiled && placeInSources(compiled, broken.edit.url, broken.line, broken.column)
    return place && { file: place.file, line: place.line }
  }
  const { source } = sheet.data
  const path = source.kind === 'markup' ? source.markup : 'module' in source ? source.module : undefined
  const file = path === undefined ? undefined : resolvePath(sheet.file, path)
  const text = file === undefined ? undefined : textOf(library.tree, file)
  if (file === undefined || text === undefined) return undefined
  if ('line' in broken) {
    const line = lineOfMade(text, broken)
    return line === undefined ? undefined : { file, line }
  }
  return { file, line: lineOf(text, broken, sheet.parts[broken.of]?.select) }
}

/** The one line that declares what a break of a rule changes that code has made; undefined where none does, or more. */
function lineOfMade(text: string, { edit, properties }: StyleBreak): number | undefined {
  const [property] = properties
  if (property === undefined || properties.length > 1 || edit.do !== 'rules') return undefined
  // As CSS, or as the key of an object.
  const camel = property.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase())
  const declares = new RegExp(`(^|[\\s;{'"])(${property}|${camel})['"]?\\s*:`)
  const found = text.split('\n').flatMap((line, at) => (declares.test(line) ? [at + 1] : []))
  return found.length === 1 ? found[0] : undefined
}

/** The line that speaks of what is left out, next to where its element's name stands; the first of all where none does. */
function lineOf(text: string, { edit }: RenderedBreak, select = ''): number {
  const lines = text.split('\n')
  const name = /[.#]([\w-]+)[^.#]*$/.exec(select)?.[1]
  const ofElement = lines.findIndex((line) => name !== undefined && line.includes(name))
  if (edit.do !== 'attribute') return Math.max(0, ofElement) + 1
  const wanted = new RegExp(
    `(^|[\\s"'{,])${edit.name === 'for' ? '(for|htmlFor)' : edit.name}(["']?\\s*[=:}]|[\\s>])`,
    'i',
  )
  const found = lines.flatMap((line, at) => (wanted.test(line) ? [at] : []))
  const nearest = found.sort((a, b) => Math.abs(a - ofElement) - Math.abs(b - ofElement))[0]
  return (nearest ?? Math.max(0, ofElement)) + 1
}
