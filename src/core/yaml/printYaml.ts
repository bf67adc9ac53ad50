import { Document, isScalar, type YAMLSeq } from 'yaml'

// What fits a line is written in one, as an author would.
const LINE_WIDTH = 110
const DEEPEST_LINE = 2

type Entries = readonly (readonly [string, unknown])[]

const isCollection = (value: unknown): value is object => typeof value === 'object' && value !== null
const entriesOf = (value: object): Entries => Object.entries(value)

/** A text, number or truth, quoted as it must be where it stands. */
function printScalar(value: unknown, inFlow: boolean): string {
  // Inside a list: in braces other signs need quotes than on a line of their own.
  const document = new Document([value], { version: '1.2' })
  const contents = document.contents as unknown as YAMLSeq
  contents.flow = inFlow
  const [item] = contents.items
  // A text of several lines stays on one, so that what stands around it keeps its indentation.
  if (isScalar(item) && typeof value === 'string' && value.includes('\n')) item.type = 'QUOTE_DOUBLE'
  const text = document.toString({ lineWidth: 0, doubleQuotedMinMultiLineLength: Number.MAX_SAFE_INTEGER }).trim()
  return inFlow ? text.replace(/^\[\s*/, '').replace(/\s*\]$/, '') : text.replace(/^- /, '')
}

/** A value in one line: `{ a: 1, b: [x, y] }`. */
export function printFlow(value: unknown): string {
  if (!isCollection(value)) return printScalar(value, true)
  if (Array.isArray(value)) return `[${value.map(printFlow).join(', ')}]`
  const pairs = entriesOf(value).map(([key, each]) => `${printScalar(key, true)}: ${printFlow(each)}`)
  return pairs.length === 0 ? '{}' : `{ ${pairs.join(', ')} }`
}

/** A value in block style, each line indented by `indent`; collections that fit a line are put in one. */
export function printBlock(value: unknown, indent: number): string {
  const space = ' '.repeat(indent)
  if (!isCollection(value) || entriesOf(value).length === 0) return space + printInBlock(value)
  if (Array.isArray(value)) return value.map((each) => `${space}- ${behindDash(each, indent)}`).join('\n')
  return entriesOf(value)
    .map(([key, each]) => {
      const name = printScalar(key, false)
      const isShort = isInline(each, indent + name.length + 2)
      return `${space}${name}:${isShort ? ` ${printInBlock(each)}` : `\n${printBlock(each, indent + 2)}`}`
    })
    .join('\n')
}

const behindDash = (value: unknown, indent: number) =>
  isInline(value, indent + 2) ? printInBlock(value) : printBlock(value, indent + 2).trimStart()

/** A value as it stands on one line in block style. */
export const printInBlock = (value: unknown): string =>
  isCollection(value) ? printFlow(value) : printScalar(value, false)

/** Whether a value is written as one line where it stands by itself. */
export const isInline = (value: unknown, indent: number): boolean =>
  !isCollection(value) ||
  entriesOf(value).length === 0 ||
  (printFlow(value).length + indent < LINE_WIDTH && depthOf(value) <= DEEPEST_LINE)

const depthOf = (value: unknown): number =>
  isCollection(value) ? 1 + Math.max(0, ...Object.values(value).map(depthOf)) : 0
