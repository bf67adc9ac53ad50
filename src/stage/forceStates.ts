import { findIn, findParts, flatParent, type MountedCase } from './findPart'
import type { StageCase, StageComponent } from './protocol'

/** Pseudo-classes that hold on each element. */
export type Forced = Map<Element, Set<string>>

// States that belong to the element itself are set there: forcing only the selector would leave the state a lie.
const BY_PROPERTY = new Set(['checked', 'indeterminate', 'disabled', 'required'])
const ON_CHAIN = new Set(['hover', 'active'])

/**
 * Works out what must be forced to reach a case's states, and those of the components in its slots.
 * @throws Error naming a part that is not there.
 */
export function collectForced(
  component: StageComponent,
  one: MountedCase,
  wanted: StageCase['forced'],
  forced: Forced,
): void {
  for (const each of wanted) forceOn(component, one, each, findParts(component, one, each.on)[0], forced)
  for (const { slug, one: nested, roots } of one.instances.slice(0, -1)) {
    const { parts } = component.pieces[slug]!
    for (const each of nested.forced) forceOn(component, one, each, findIn(roots, parts, each.on)[0], forced)
  }
}

function forceOn(
  component: StageComponent,
  { frame }: MountedCase,
  { on, pseudo }: StageCase['forced'][number],
  element: Element | undefined,
  forced: Forced,
) {
  if (!element) throw new Error(`the part "${on}" is not there, so it cannot be brought into :${pseudo.join(':')}`)
  for (const name of pseudo) {
    if (BY_PROPERTY.has(name)) Object.assign(element, { [name]: true })
    else if (ON_CHAIN.has(name)) chainOf(element, frame).forEach((link) => add(forced, link, name))
    else {
      add(forced, element, name)
      // Each forced node is a message to the browser: what no rule asks for is left out.
      if (name.startsWith('focus') && asksFor(component, ':focus-within'))
        chainOf(element, frame).forEach((link) => add(forced, link, 'focus-within'))
    }
  }
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

// The styles of custom elements stand in their modules.
const asksFor = ({ sheets, pieces }: StageComponent, pseudo: string) =>
  sheets.some(({ text }) => text.includes(pseudo)) ||
  Object.values(pieces).some((piece) => piece.kind === 'element' && piece.module.text.includes(pseudo))
