import { Document, isCollection, isScalar, visit } from 'yaml'

// What fits a line is written in one, as an author would.
const LINE_WIDTH = 110

/** A value in one line: `{ a: 1, b: [x, y] }`, quoted as it must be inside of braces. */
export function printFlow(value: unknown): string {
  // Inside a list: a text alone would be quoted for block style only.
  const text = new Document([value], { version: '1.2' })
  if (isCollection(text.contents)) text.contents.flow = true
  visit(text, { Collection: (_, node) => void (node.flow = true), Scalar: (_, node) => oneLine(node) })
  return text
    .toString(FLOW)
    .trim()
    .replace(/^\[\s*/, '')
    .replace(/\s*\]$/, '')
}

const FLOW = { lineWidth: 0, flowCollectionPadding: true, minContentWidth: 0 } as const

function oneLine(node: unknown) {
  if (isScalar(node) && typeof node.value === 'string' && node.value.includes('\n')) node.type = 'QUOTE_DOUBLE'
}

/** A value in block style, each line indented by `indent`; collections that fit a line are put in one. */
export function printBlock(value: unknown, indent: number): string {
  const document = new Document(value, { version: '1.2' })
  visit(document, {
    Collection: (_, node) => {
      if (node === document.contents || (node.items.length > 0 && !fits(node.toJSON() as unknown, indent))) return
      node.flow = true
      return visit.SKIP
    },
  })
  const lines = document.toString({ lineWidth: 0, flowCollectionPadding: true }).trimEnd().split('\n')
  return lines.map((line) => (line === '' ? line : ' '.repeat(indent) + line)).join('\n')
}

const fits = (value: unknown, indent: number) => {
  const flow = printFlow(value)
  return flow.length + indent < LINE_WIDTH && depthOf(value) <= 2
}

const depthOf = (value: unknown): number =>
  typeof value === 'object' && value !== null ? 1 + Math.max(0, ...Object.values(value).map(depthOf)) : 0

/** Whether a value is written as one line where it stands by itself. */
export const isInline = (value: unknown, indent: number): boolean =>
  typeof value !== 'object' || value === null || Object.keys(value).length === 0 || fits(value, indent)
