import { CASE_TAG, FRAME_TAG, setContext, type Styles } from './documentStyles'
import { findParts, type MountedCase } from './findPart'
import type { Renderer } from './template'
import type { StageCase, StageComponent } from './protocol'

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

export interface MountTools {
  component: StageComponent
  renderer: Renderer
  styles: Styles
  script?: ComponentScript
  /** Context of the cases' frames. */
  context: Readonly<Record<string, string>>
}

let lastId = 0

/** Puts a case into `parent`. What goes wrong is kept in the case's `failure`; it never stops the others. */
export function mountCase(tools: MountTools, parent: Element, one: StageCase, index: number): MountedCase {
  const document = parent.ownerDocument
  const host = document.createElement(CASE_TAG)
  host.dataset.key = one.key
  const scope = tools.component.isolated ? host : host.attachShadow({ mode: 'open' })
  if (scope instanceof ShadowRoot) scope.adoptedStyleSheets = tools.styles.shadow
  const frame = document.createElement(FRAME_TAG)
  frame.setAttribute('data-frame', '')
  setContext(frame, tools.context)
  scope.append(frame)
  parent.append(host)
  const mounted: MountedCase = { key: one.key, index, host, scope, frame }
  try {
    frame.append(tools.renderer.render(one.props, one.slots, `c${++lastId}`))
    startScript(tools, mounted, one)
    for (const change of one.changes) applyChange(tools.component, mounted, change)
  } catch (error) {
    mounted.failure = failureText(error)
  }
  return mounted
}

function startScript({ script }: MountTools, mounted: MountedCase, { props }: StageCase) {
  const root = mounted.frame.firstElementChild
  if (!script || !root) return
  const emit = (name: string, detail?: unknown) => {
    root.dispatchEvent(new CustomEvent(name, { detail, bubbles: true, composed: true }))
  }
  const made = script(root, { props, emit })
  mounted.cleanup = typeof made === 'function' ? made : made?.cleanup
}

function applyChange(component: StageComponent, mounted: MountedCase, change: StageCase['changes'][number]) {
  const [element] = findParts(component, mounted, change.on)
  if (!element) throw new Error(`the part "${change.on}" is not there, so nothing can be set on it`)
  for (const [name, value] of Object.entries(change.attr ?? {})) setAttribute(element, name, value)
  Object.assign(element, change.property)
  if (change.class) element.classList.add(...change.class)
}

function setAttribute(element: Element, name: string, value: string | number | boolean | null) {
  // ARIA's attributes spell out their no; all others say it by being absent.
  const isAbsent = value === null || (value === false && !name.startsWith('aria-'))
  if (isAbsent) element.removeAttribute(name)
  else element.setAttribute(name, String(value))
}

/** The first line of what went wrong, with the file and line of the component's own code where the stack tells. */
export function failureText(error: unknown): string {
  if (!(error instanceof Error)) return `threw ${String(error)}`
  const place = /(?:\(|at |@)([^\s()]+\.(?:js|ts|mjs)):(\d+)(?::\d+)?/.exec(error.stack ?? '')
  const message = error.message.split('\n')[0]
  return place ? `${message} (${place[1]}:${place[2]})` : message!
}
