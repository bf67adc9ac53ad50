import { findIn, findParts, flatParent, type MountedCase, type StandingCase } from './findPart'
import { focusTargetOf } from './focusTarget'
import { deepestAt, isInside, pointsOf } from './hit'
import { bringIntoView } from './intoView'
import { Reader, visibleRect } from './read'
import { codeTexts, type SOUGHT_IN_TEXTS, type StageCase, type StageComponent } from './protocol'

/** Pseudo-classes that hold on each element. */
export type Forced = Map<Element, Set<string>>

// States that belong to the element itself are set there: forcing only the selector would leave the state a lie.
const BY_PROPERTY = new Set(['checked', 'indeterminate', 'disabled', 'required'])
const BY_POINTER = new Set(['hover', 'active'])
const isFocus = (name: string) => name.startsWith('focus')

/** Whether a case has states of its own whose elements are found by where they stand. */
export const needsLayout = ({ forced }: Pick<StageCase, 'forced'>): boolean =>
  forced.some(({ pseudo }) => pseudo.some((name) => BY_POINTER.has(name) || isFocus(name)))

/** Whether a component in its slots has. */
export const needsLayoutInside = ({ slots }: Pick<StageCase, 'slots'>): boolean =>
  Object.values(slots).some(
    (filling) => filling.kind === 'component' && (needsLayout(filling) || needsLayoutInside(filling)),
  )

/** A state to be brought about: the element that the sheet names, and its pseudo-classes. */
export interface Target {
  element: Element
  part: string
  pseudo: string[]
  /** It is of the component's own part, not of a component in its slots. */
  isOwn: boolean
}

function target({ on, pseudo }: StageCase['forced'][number], element: Element | undefined, isOwn: boolean): Target {
  if (!element) throw new Error(`the part "${on}" is not there, so it cannot be brought into :${pseudo.join(':')}`)
  return { element, part: on, pseudo, isOwn }
}

/** The elements of its own parts that are to be brought into states. @throws Error naming a part that is not there */
export const ownTargets = (component: StageComponent, standing: StandingCase): Target[] =>
  standing.stageCase.forced.map((each) => target(each, findParts(component, standing, each.on)[0], true))

/** Those of components in its slots. @throws Error naming a part that is not there */
export const nestedTargets = (component: StageComponent, mounted: MountedCase): Target[] =>
  mounted.instances
    .filter(({ isOwn }) => !isOwn)
    .flatMap(({ slug, nested: inner, roots }) => {
      const { parts } = component.pieces[slug]!
      return inner.forced.map((each) => target(each, findIn(roots, parts, each.on)[0], false))
    })

/** All elements that are to be brought into states in a case, those of components in its slots first. @throws Error naming a part that is not there. */
export const targetsOf = (component: StageComponent, mounted: MountedCase): Target[] => [
  ...nestedTargets(component, mounted),
  ...ownTargets(component, mounted),
]

/** Sets the states that belong to elements themselves: those of custom elements are known to their own world only. */
export function setStates(targets: readonly Target[]): void {
  for (const { element, pseudo } of targets)
    for (const name of pseudo) if (BY_PROPERTY.has(name)) Object.assign(element, { [name]: true })
}

/** Works out what must be forced to bring elements of a case into states. @throws Error when that cannot be. */
export function collectForced(
  component: StageComponent,
  standing: StandingCase,
  forced: Forced,
  targets: readonly Target[],
): void {
  for (const each of targets) force(component, standing, each, forced)
}

function force(component: StageComponent, mounted: StandingCase, { element, part, pseudo }: Target, forced: Forced) {
  const byPointer = pseudo.filter((name) => BY_POINTER.has(name))
  for (const name of pseudo)
    if (!BY_PROPERTY.has(name) && !BY_POINTER.has(name) && !isFocus(name)) add(forced, element, name)
  if (byPointer.length > 0) {
    mounted.pointed = pointedAt(component, mounted, element, part)
    mounted.isPressed = byPointer.includes('active')
    const chain = chainOf(mounted.pointed, mounted.frame)
    for (const name of byPointer) for (const link of chain) add(forced, link, name)
  }
  const focus = pseudo.filter(isFocus)
  if (focus.length > 0) forceFocus(component, mounted, element, part, focus, forced)
}

function forceFocus(
  component: StageComponent,
  mounted: StandingCase,
  element: Element,
  part: string,
  pseudo: readonly string[],
  forced: Forced,
) {
  const target = focusTargetOf(element)
  if (!target) throw new Error(`the part "${part}" cannot be brought into :${pseudo.join(':')}: ${whyNoFocus(element)}`)
  mounted.focused = target
  for (const name of pseudo) add(forced, target, name)
  for (const link of chainOf(target, mounted.frame)) {
    // A host that hands the focus on has it too, as far as selectors can tell.
    if (link !== target && link.shadowRoot?.delegatesFocus) add(forced, link, 'focus')
    // Each forced node is a message to the browser: what no rule asks for is left out.
    if (asksFor(component, ':focus-within')) add(forced, link, 'focus-within')
  }
}

function whyNoFocus(element: Element): string {
  if (element.matches(':disabled')) return 'it is disabled, and takes no focus'
  if (element.closest('[inert]')) return 'it is inert'
  if (!element.checkVisibility({ visibilityProperty: true })) return 'it is not shown'
  return 'neither it nor anything in it takes the focus'
}

/** What a pointer that points at an element finds there. Where nothing of it can be pointed at, the element itself, with a note. */
function pointedAt(component: StageComponent, mounted: StandingCase, element: Element, part: string): Element {
  bringIntoView(mounted)
  const root = mounted.scope instanceof ShadowRoot ? mounted.scope : mounted.host.ownerDocument
  const find = (rect: Parameters<typeof pointsOf>[0]) => {
    for (const { x, y } of pointsOf(rect)) {
      const found = deepestAt(x, y, root)
      if (found && isInside(found, element)) return found
    }
    return undefined
  }
  const whole = element.getBoundingClientRect()
  const found = find(whole)
  if (found) return found
  const reader = new Reader(component, mounted, {}, () => undefined)
  const seen = visibleRect(reader, { element })
  const foundInSight = seen && find(seen)
  if (foundInSight) return foundInSight
  mounted.note = `no pointer can reach the part "${part}": its state was forced all the same`
  return element
}

function add(forced: Forced, element: Element, pseudo: string) {
  const known = forced.get(element)
  if (known) known.add(pseudo)
  else forced.set(element, new Set([pseudo]))
}

/** The element, all of the component that it lies in, and the control of a label among them. */
function chainOf(element: Element, frame: Element): Element[] {
  const chain: Element[] = []
  for (let link: Element | null = element; link && link !== frame; link = flatParent(link)) {
    chain.push(link)
    const control = (link as HTMLLabelElement).control
    if (link.localName === 'label' && control) chain.push(control)
  }
  return chain
}

// The styles of custom elements and of CSS-in-JS stand in their modules.
const asksFor = (component: StageComponent, pseudo: (typeof SOUGHT_IN_TEXTS)[number]) =>
  component.sheets.some(({ text }) => text.includes(pseudo)) ||
  codeTexts(component).some((text) => text.includes(pseudo))
