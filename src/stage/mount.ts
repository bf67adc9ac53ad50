import type { Nested } from '@/core/plan'
import type { Part, ReachKeyBy } from '@/core/sheet'
import { CASE_AT, CASE_TAG, FRAME_TAG, setContext, type Styles } from './documentStyles'
import { findIn, findParts, type MountedCase, type StandingCase } from './findPart'
import { Assembly, WRAPPED, type Instance, type Maker } from './pieces'
import type { StageCase, StageComponent, StageNested } from './protocol'

export interface MountTools {
  component: StageComponent
  makers: ReadonlyMap<string, Maker>
  styles: Styles
  /** Context of the cases' frames. */
  context: Readonly<Record<string, string>>
  /** Called when the case's own component calls a handler that stands for an event. */
  onCalled?: (event: string, given: unknown) => void
}

/**
 * Puts a case into `parent`. What goes wrong is kept in the case's `failure`; it never stops the others. What its axes change on
 * elements is left for `reach`: some components render later than they are put.
 */
export function mountCase(tools: MountTools, parent: Element, stageCase: StageCase, index: number): MountedCase {
  const { component, makers } = tools
  const document = parent.ownerDocument
  const host = document.createElement(CASE_TAG)
  host.dataset.key = stageCase.key
  host.setAttribute(CASE_AT, String(index))
  const scope = component.isolated ? host : host.attachShadow({ mode: 'open' })
  if (scope instanceof ShadowRoot) scope.adoptedStyleSheets = tools.styles.shadow
  const frame = document.createElement(FRAME_TAG)
  frame.setAttribute('data-frame', '')
  setContext(frame, tools.context, component.page)
  scope.append(frame)
  parent.append(host)
  const reachNested = (instance: Instance) => {
    const { parts } = component.pieces[instance.slug]!
    for (const change of instance.nested.changes) applyChange(change, (part) => findIn(instance.roots, parts, part)[0])
  }
  const onCalled = (slug: string, event: string, given: unknown) => {
    if (slug === component.slug) tools.onCalled?.(event, given)
  }
  const assembly = new Assembly({
    document,
    makers,
    pieces: component.pieces,
    context: tools.context,
    onNested: reachNested,
    onCalled,
  })
  let inner: HTMLElement | null = null
  const mounted: MountedCase = {
    key: stageCase.key,
    index,
    stageCase,
    host,
    scope,
    page: frame,
    get frame() {
      return (inner ??= component.wrap ? frame.querySelector<HTMLElement>(`[${WRAPPED}]`) : null) ?? frame
    },
    instances: assembly.instances,
    reach: () => {
      assembly.reachNested()
      for (const change of stageCase.changes) applyChange(change, (part) => findParts(component, mounted, part)[0])
    },
  }
  // Code of another case may give every object of the page a failure: it is none of this case.
  Object.setPrototypeOf(mounted, null)
  mounted.cleanup = () => {
    for (const cleanup of assembly.cleanups.toReversed()) cleanup()
  }
  attempt(mounted, () => {
    if (stageCase.problem !== undefined) throw new Error(stageCase.problem)
    const whole: StageNested = { kind: 'component', slug: component.slug, ...stageCase }
    const update = assembly.put(whole, { insert: (node) => frame.append(node), container: frame })
    mounted.update = (props, slots) => update({ ...whole, props, slots })
  })
  return mounted
}

/** Does some work on a case; what goes wrong is the case's failure. */
export function attempt(mounted: StandingCase, work: () => void): void {
  if (mounted.failure !== undefined) return
  try {
    work()
  } catch (error) {
    mounted.failure = failureText(error)
  }
}

/** Whether anything is set on elements of a case, or of a component in its slots, once they stand. */
export const changesElements = ({ changes, slots }: Pick<StageNested, 'changes' | 'slots'>): boolean =>
  changes.length > 0 || Object.values(slots).some((filling) => filling.kind === 'component' && changesElements(filling))

type Setters = {
  [Key in ReachKeyBy<'element'>]: (element: Element, given: NonNullable<Nested['changes'][number][Key]>) => void
}

/** How each thing is set on an element. */
const SET: Setters = {
  attr: (element, given) => {
    for (const [name, value] of Object.entries(given)) setAttribute(element, name, value)
  },
  property: (element, given) => Object.assign(element, given),
  class: (element, given) => element.classList.add(...given),
}

function applyChange(change: Nested['changes'][number], find: (part: Part['name']) => Element | undefined) {
  const element = find(change.on)
  if (!element) throw new Error(`the part "${change.on}" is not there, so nothing can be set on it`)
  const set = <Key extends keyof Setters>(key: Key) => {
    const given = change[key]
    if (given !== undefined) SET[key](element, given)
  }
  for (const key of Object.keys(SET) as (keyof Setters)[]) set(key)
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
