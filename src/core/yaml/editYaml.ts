import { isMap, isScalar, isSeq, parseDocument, type Node, type Pair, type YAMLMap, type YAMLSeq } from 'yaml'
import { applyToValue, isSame, type YamlEdit } from './edit'
import { isInline, printBlock, printFlow, printInBlock } from './printYaml'
import type { Path } from './readYaml'

/**
 * Changes a YAML text at single places: comments, order, quotes and spacing of all else stay as their author wrote them.
 * @throws Error when the text cannot be read, or an edit's path leads nowhere.
 */
export function editYaml(text: string, edits: readonly YamlEdit[]): string {
  return edits.reduce(editOnce, text)
}

function editOnce(text: string, edit: YamlEdit): string {
  const document = parseDocument(text, { version: '1.2' })
  if (document.errors[0]) throw document.errors[0]
  const wanted = applyToValue(document.toJS(), edit)
  try {
    const patched = new Patch(text, document.contents).make(edit)
    const read = parseDocument(patched, { version: '1.2' })
    if (read.errors.length === 0 && isSame(read.toJS(), wanted)) return patched
  } catch (error) {
    if (!(error instanceof NoPatch)) throw error
  }
  // A shape that patching does not know (anchors, tabs, keys of several lines): written anew, comments kept.
  rewrite(document, edit)
  return document.toString({ lineWidth: 0 })
}

function rewrite(document: ReturnType<typeof parseDocument>, edit: YamlEdit) {
  const path = edit.path as unknown[]
  if (edit.do === 'set') document.setIn(path, document.createNode(edit.value))
  else if (edit.do === 'remove') document.deleteIn(path)
  else if (edit.do === 'insert') {
    const list = document.getIn(path.slice(0, -1)) as YAMLSeq
    list.items.splice(Number(path.at(-1)), 0, document.createNode(edit.value))
  } else {
    const map = document.getIn(path.slice(0, -1)) as YAMLMap
    const pair = map.items.find(({ key }) => keyText(key) === String(path.at(-1)))
    if (pair) pair.key = document.createNode(edit.to)
  }
}

/** The text has a shape that cannot be changed in place. */
class NoPatch extends Error {}

const keyText = (key: unknown) => String(isScalar(key) ? key.value : key)

class Patch {
  constructor(
    readonly text: string,
    readonly root: Node | null,
  ) {}

  make(edit: YamlEdit): string {
    const parentPath = edit.path.slice(0, -1)
    const step = edit.path.at(-1)!
    const parent = this.find(parentPath)
    if (edit.do === 'set') {
      if (parent === undefined || (isScalar(parent.node) && parent.node.value === null) || parent.node === null)
        return this.make({
          do: 'set',
          path: parentPath,
          value: typeof step === 'number' ? [edit.value] : { [step]: edit.value },
        })
      if (isMap(parent.node)) {
        const pair = this.pair(parent.node, step)
        return pair
          ? this.setPair(parent.node, pair, edit.value, parent.inFlow)
          : this.addPair(parent.node, step, edit.value, parent.inFlow)
      }
      if (isSeq(parent.node)) return this.setItem(parent.node, Number(step), edit.value, parent.inFlow)
    }
    if (edit.do === 'insert' && parent && isSeq(parent.node))
      return this.insertItem(parent.node, Number(step), edit.value, parent.inFlow)
    if (edit.do === 'remove' && parent && isMap(parent.node)) {
      const pair = this.pair(parent.node, step)
      if (pair) return this.removeAt(parent.node, parent.node.items.indexOf(pair), parent.inFlow)
    }
    if (edit.do === 'remove' && parent && isSeq(parent.node))
      return this.removeAt(parent.node, Number(step), parent.inFlow)
    if (edit.do === 'rename' && parent && isMap(parent.node)) {
      const pair = this.pair(parent.node, step)
      const range = (pair?.key as Node | undefined)?.range
      if (range) return this.splice(range[0], range[1], printFlow(edit.to))
    }
    throw new NoPatch()
  }

  private find(path: Path): { node: Node | null; inFlow: boolean } | undefined {
    let node = this.root
    let inFlow = false
    for (const step of path) {
      inFlow ||= (isMap(node) || isSeq(node)) && node.flow === true
      if (isMap(node)) {
        const pair = this.pair(node, step)
        if (!pair) return undefined
        node = pair.value as Node | null
      } else if (isSeq(node)) node = (node.items[Number(step)] as Node | undefined) ?? null
      else return undefined
    }
    return { node, inFlow: inFlow || ((isMap(node) || isSeq(node)) && node.flow === true) }
  }

  private pair(map: YAMLMap, step: PropertyKey): Pair | undefined {
    return map.items.find(({ key }) => keyText(key) === String(step))
  }

  private splice(start: number, end: number, put: string): string {
    return this.text.slice(0, start) + put + this.text.slice(end)
  }

  /** Where what a node says ends, without the blank and comments after it. */
  private endOf(node: Node | null | undefined): number {
    if (!node?.range) throw new NoPatch()
    let end = node.range[1]
    while (end > node.range[0] && /\s/.test(this.text[end - 1]!)) end--
    return end
  }

  private columnOf(offset: number): number {
    return offset - (this.text.lastIndexOf('\n', offset - 1) + 1)
  }

  private lineEnd(offset: number): number {
    const end = this.text.indexOf('\n', offset)
    return end < 0 ? this.text.length : end
  }

  private setPair(map: YAMLMap, pair: Pair, value: unknown, inFlow: boolean): string {
    const key = pair.key as Node
    const old = pair.value as Node | null
    if (!key.range) throw new NoPatch()
    const colon = this.text.indexOf(':', key.range[1])
    const isEmpty = old === null || (isScalar(old) && old.source === '' && old.value === null)
    const end = isEmpty ? colon + 1 : this.endOf(old)
    if (inFlow) return this.splice(colon + 1, end, ` ${printFlow(value)}`)
    const indent = this.columnOf(key.range[0])
    // What stands in braces or on one line keeps to it while it fits.
    const isBlock = old !== null && (isMap(old) || isSeq(old)) && !old.flow
    if (!isBlock || isInline(value, indent + keyText(key).length + 2)) {
      if (isInline(value, indent + keyText(key).length + 2)) {
        // Blanks that align a column of values stay.
        const start =
          !isEmpty && !this.text.slice(colon + 1, old!.range![0]).includes('\n') ? old!.range![0] : colon + 1
        return this.splice(start, end, (start === colon + 1 ? ' ' : '') + printInBlock(value))
      }
    }
    return this.splice(colon + 1, end, `\n${printBlock(value, indent + 2)}`)
  }

  private addPair(map: YAMLMap, step: PropertyKey, value: unknown, inFlow: boolean): string {
    const key = printFlow(String(step))
    const last = map.items.at(-1)
    if (map.flow || inFlow) {
      const put = `${key}: ${printFlow(value)}`
      if (!last) return this.splice(map.range![0], this.endOf(map), `{ ${put} }`)
      const end = this.endOf((last.value ?? last.key) as Node)
      return this.splice(end, end, `, ${put}`)
    }
    if (!last) throw new NoPatch()
    const indent = this.columnOf((last.key as Node).range![0])
    const at = this.lineEnd(this.endOf((last.value as Node | null)?.range ? (last.value as Node) : (last.key as Node)))
    return this.splice(at, at, `\n${' '.repeat(indent)}${key}:${printAfterColon(value, indent)}`)
  }

  private setItem(list: YAMLSeq, index: number, value: unknown, inFlow: boolean): string {
    const item = list.items[index] as Node | undefined
    if (!item) return this.insertItem(list, index, value, inFlow)
    if (inFlow) return this.splice(item.range![0], this.endOf(item), printFlow(value))
    const column = this.columnOf(item.range![0])
    const put = isInline(value, column) ? printInBlock(value) : printBlock(value, column).trimStart()
    return this.splice(item.range![0], this.endOf(item), put)
  }

  private insertItem(list: YAMLSeq, index: number, value: unknown, inFlow: boolean): string {
    const next = list.items[index] as Node | undefined
    const last = list.items.at(-1) as Node | undefined
    if (list.flow || inFlow) {
      const put = printFlow(value)
      if (next) return this.splice(next.range![0], next.range![0], `${put}, `)
      if (!last) return this.splice(list.range![0], this.endOf(list), `[${put}]`)
      return this.splice(this.endOf(last), this.endOf(last), `, ${put}`)
    }
    if (!last) throw new NoPatch()
    const dash = this.dashBefore(next ?? last)
    const indent = this.columnOf(dash)
    const put = `- ${isInline(value, indent + 2) ? printInBlock(value) : printBlock(value, indent + 2).trimStart()}`
    if (next) return this.splice(dash, dash, `${put}\n${' '.repeat(indent)}`)
    const at = this.lineEnd(this.endOf(last))
    return this.splice(at, at, `\n${' '.repeat(indent)}${put}`)
  }

  private dashBefore(item: Node): number {
    const dash = this.text.lastIndexOf('-', item.range![0] - 1)
    if (dash < 0 || this.text.slice(dash + 1, item.range![0]).trim() !== '') throw new NoPatch()
    return dash
  }

  private removeAt(collection: YAMLMap | YAMLSeq, index: number, inFlow: boolean): string {
    const spans = collection.items.map((item) => {
      const pair = isMap(collection) ? (item as Pair) : undefined
      const first = (pair ? pair.key : item) as Node
      const lastNode = pair
        ? (pair.value as Node | null)?.range
          ? (pair.value as Node)
          : (pair.key as Node)
        : (item as Node)
      return { start: first.range![0], end: this.endOf(lastNode) }
    })
    const span = spans[index]
    if (!span) return this.text
    if (collection.flow || inFlow) {
      const [before, after] = [spans[index - 1], spans[index + 1]]
      if (after) return this.splice(span.start, after.start, '')
      if (before) return this.splice(before.end, span.end, '')
      return this.splice(collection.range![0], this.endOf(collection), isMap(collection) ? '{}' : '[]')
    }
    // Taking the last one leaves nothing that says which kind of collection it was.
    if (spans.length === 1) throw new NoPatch()
    const start = isSeq(collection) ? this.dashBefore(collection.items[index] as Node) : span.start
    const lineStart = this.text.lastIndexOf('\n', start - 1) + 1
    if (this.text.slice(lineStart, start).trim() !== '') {
      // The first key of a list's item stands behind the dash.
      const after = spans[index + 1]
      if (!after) throw new NoPatch()
      return this.splice(start, after.start, '')
    }
    const end = this.lineEnd(span.end)
    return this.splice(lineStart, Math.min(end + 1, this.text.length), '')
  }
}

const printAfterColon = (value: unknown, indent: number): string =>
  isInline(value, indent + 12) ? ` ${printInBlock(value)}` : `\n${printBlock(value, indent + 2)}`
