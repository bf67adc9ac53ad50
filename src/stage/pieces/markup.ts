import { isSame } from '@/core/yaml'
import { makeRenderer } from '../template'
import type { StageFilling, StageNested, StagePiece } from '../protocol'
import { isSameKind, type Assembly, type Maker, type Removable } from './assembly'
import { Rendered } from './Rendered'

/** A component's script: it gets the first element, and gives back how to undo what it set up. */
export type ComponentScript = (
  root: Element,
  tools: ScriptTools,
) => void | (() => void) | { update?: (props: unknown) => void; cleanup?: () => void }

interface ScriptTools {
  props: Readonly<Record<string, unknown>>
  /** Sends a bubbling, composed event from the component's first element. */
  emit(name: string, detail?: unknown): void
}

/** Renders Liquid templates. What fills a slot takes the place of a comment that the template let through. */
export function markupMaker(piece: Extract<StagePiece, { kind: 'markup' }>, script?: ComponentScript): Maker {
  const renderer = makeRenderer(piece)
  return (nested, spot, assembly) => {
    const id = assembly.newId()
    const render = ({ props, slots }: StageNested) => renderer.render(props, slotTexts(slots), id)
    const fills = new Map<string, Removable>()
    const fillMarks = (marks: readonly Comment[], slots: StageNested['slots']) => {
      for (const mark of marks) {
        const name = mark.data.slice(MARK.length)
        const filling = slots[name]
        if (filling?.kind === 'component')
          fills.set(name, assembly.putRemovable(filling, { insert: (node) => mark.before(node) }))
        mark.remove()
      }
    }
    const fragment = render(nested)
    const marks = Object.values(nested.slots).some(({ kind }) => kind === 'component') ? marksIn(fragment) : []
    const roots = [...fragment.children]
    const pristine = fragment.cloneNode(true) as DocumentFragment
    if (spot.slot !== undefined) for (const root of roots) root.slot = spot.slot
    spot.insert(fragment)
    const [root] = roots
    fillMarks(marks, nested.slots)
    const run = (props: StageNested['props']) => (script && root ? runScript(script, root, props) : undefined)
    let running = run(nested.props)
    if (script) assembly.cleanups.push(() => running?.cleanup?.())
    assembly.placed(nested, roots, spot.container === undefined)
    let rendered: Rendered | undefined
    let last = nested
    return (next) => {
      rendered ??= new Rendered(roots, [...pristine.children])
      const fresh = render(next)
      refill(fills, last, next, assembly)
      for (const mark of marksIn(fresh)) {
        const fill = fills.get(mark.data.slice(MARK.length))
        if (fill) mark.replaceWith(...rendered.placesFor(fill.roots))
      }
      rendered.become([...fresh.children])
      fillMarks(roots.flatMap(marksIn), next.slots)
      if (running?.update) running.update(next.props)
      else {
        running?.cleanup?.()
        running = run(next.props)
      }
      last = next
    }
  }
}

/** Starts a component's script on its first element. */
function runScript(script: ComponentScript, root: Element, props: StageNested['props']) {
  const emit = (name: string, detail?: unknown) => {
    root.dispatchEvent(new CustomEvent(name, { detail, bubbles: true, composed: true }))
  }
  const made = script(root, { props, emit })
  return typeof made === 'function' ? { cleanup: made } : (made ?? {})
}

/** Has what fills the slots become what it is next: components of the same kind are updated, others replaced. */
function refill(fills: Map<string, Removable>, last: StageNested, next: StageNested, assembly: Assembly) {
  for (const [name, fill] of fills) {
    const [before, after] = [last.slots[name], next.slots[name]]
    if (isSame(before, after)) continue
    if (before?.kind === 'component' && after?.kind === 'component' && fill.roots[0]) {
      if (isSameKind(before, after)) fill.update(after)
      else fills.set(name, replaced(assembly, fill, after))
    } else {
      fill.remove()
      fills.delete(name)
    }
  }
}

/** Puts a component where another stands, and takes that away. */
function replaced(assembly: Assembly, fill: Removable, next: StageNested): Removable {
  const [first] = fill.roots
  const fresh = assembly.putRemovable(next, { insert: (node) => first!.before(node) })
  fill.remove()
  return fresh
}

const MARK = 'brelt-slot:'

function marksIn(tree: DocumentFragment | Element): Comment[] {
  const walker = tree.ownerDocument.createTreeWalker(tree, NodeFilter.SHOW_COMMENT)
  const marks: Comment[] = []
  while (walker.nextNode()) {
    const comment = walker.currentNode as Comment
    if (comment.data.startsWith(MARK)) marks.push(comment)
  }
  return marks
}

const ESCAPES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&#34;', "'": '&#39;' }
const escape = (text: string) => text.replace(/[&<>"']/g, (sign) => ESCAPES[sign]!)

/** Text is escaped; an empty slot is blank, so that `{% if slots.x != blank %}` does what it says. */
function slotTexts(slots: Readonly<Record<string, StageFilling>>): Record<string, string> {
  return Object.fromEntries(
    Object.entries(slots).map(([name, filling]) => {
      if (filling.kind === 'none') return [name, '']
      // A comment may stand wherever content may: in tables, lists and selects too.
      return [name, filling.kind === 'text' ? escape(filling.text) : `<!--${MARK}${name}-->`]
    }),
  )
}
