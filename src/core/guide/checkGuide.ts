import { nearest } from '../problem'
import type { Sheet } from '../sheet'
import { DIRECTIVES, type Block, type Directive } from './directive'
import { examplesOf } from './examples'

/** What is wrong in a guide, at its line. */
export interface GuideProblem {
  line: number
  message: string
}

/** What of a library a guide may name. */
export interface Around {
  contexts: Readonly<Record<string, readonly string[]>>
  /** Slugs of its components. */
  components: readonly string[]
}

/** A link to another component: its slug alone. */
const LINK = /\]\(([a-z][a-z0-9-]*)\)/g

/** Everything in a guide that names what is not there. */
export function checkGuide(
  blocks: readonly Block[],
  sheet: Pick<Sheet, 'axes' | 'data'>,
  { contexts, components }: Around,
): GuideProblem[] {
  return blocks.flatMap((block): GuideProblem[] => {
    const { line } = block
    if (block.kind === 'prose')
      return block.text
        .split('\n')
        .flatMap((text, at) =>
          [...text.matchAll(LINK)]
            .filter(([, slug]) => !components.includes(slug!))
            .map(([, slug]) => ({ line: line + at, message: missing('component', slug!, components) })),
        )
    if (block.kind === 'unknown') return [{ line, message: missing('directive', block.name, Object.keys(DIRECTIVES)) }]
    return messagesOf(block.directive, sheet, contexts).map((message) => ({ line, message }))
  })
}

function messagesOf(
  { name, values, word }: Directive,
  sheet: Pick<Sheet, 'axes' | 'data'>,
  contexts: Readonly<Record<string, readonly string[]>>,
): string[] {
  if (name === 'example') {
    const names = examplesOf(sheet).map((each) => each.name)
    if (word === undefined) return ['"::example" needs the name of an example in braces']
    return names.includes(word) ? [] : [missing('example', word, names)]
  }
  const dimensions = { ...Object.fromEntries(sheet.axes.map((axis) => [axis.name, axis.values])), ...contexts }
  const names = Object.keys(dimensions)
  if (name === 'matrix') {
    const { rows, columns, ...fixed } = values
    return [
      ...[rows, columns].flatMap((each) =>
        each === undefined || names.includes(each) ? [] : [missing('axis', each, names)],
      ),
      ...wrongValues(fixed, dimensions),
    ]
  }
  if (name === 'case' || name === 'do' || name === 'dont')
    return [
      ...(word === undefined ? [] : [`"${word}" says no value: an axis and its value are written axis=value`]),
      ...wrongValues(values, dimensions),
    ]
  const extra = word ?? Object.keys(values)[0]
  return extra === undefined ? [] : [`"::${name}" takes nothing in braces, and here stands "${extra}"`]
}

const wrongValues = (
  values: Readonly<Record<string, string>>,
  dimensions: Readonly<Record<string, readonly string[]>>,
): string[] =>
  Object.entries(values).flatMap(([name, value]) => {
    const known = dimensions[name]
    if (!known) return [missing('axis or context', name, Object.keys(dimensions))]
    return known.includes(value) ? [] : [missing(name, value, known)]
  })

function missing(what: string, found: string, known: readonly string[]): string {
  const near = nearest(found, known)
  return `there is no ${what} "${found}"${near ? `; did you mean "${near}"?` : known.length > 0 && known.length < 9 ? `: there are ${known.join(', ')}` : ''}`
}
