import { makeRenderer } from '../template'
import type { StageFilling, StagePiece } from '../protocol'
import type { Maker } from './assembly'

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
  return (one, spot, assembly) => {
    const fragment = renderer.render(one.props, slotTexts(one.slots), assembly.newId())
    const marks = Object.values(one.slots).some(({ kind }) => kind === 'component') ? marksIn(fragment) : []
    const roots = [...fragment.children]
    if (spot.slot !== undefined) for (const root of roots) root.slot = spot.slot
    spot.insert(fragment)
    for (const mark of marks) {
      const filling = one.slots[mark.data.slice(MARK.length)]
      if (filling?.kind === 'component') assembly.put(filling, { insert: (node) => mark.before(node) })
      mark.remove()
    }
    const [root] = roots
    if (script && root) {
      const emit = (name: string, detail?: unknown) => {
        root.dispatchEvent(new CustomEvent(name, { detail, bubbles: true, composed: true }))
      }
      const made = script(root, { props: one.props, emit })
      const cleanup = typeof made === 'function' ? made : made?.cleanup
      if (cleanup) assembly.cleanups.push(cleanup)
    }
    assembly.placed(one, roots, spot.container === undefined)
  }
}

const MARK = 'brelt-slot:'

function marksIn(fragment: DocumentFragment): Comment[] {
  const walker = fragment.ownerDocument.createTreeWalker(fragment, NodeFilter.SHOW_COMMENT)
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
