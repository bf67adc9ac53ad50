import { findParts, type StandingCase } from '../findPart'
import type { StageComponent } from '../protocol'

// States of forms and disclosure that markup or a script brings about, and that selectors can name.
const STATES = [
  ':checked',
  ':indeterminate',
  ':disabled',
  ':read-only',
  ':required',
  ':invalid',
  ':placeholder-shown',
  ':open',
]

// What differs in every instance, or is content, tells no case from another.
const PASSED_OVER =
  /^(id|for|class|style|name|value|href|src|alt|title|tabindex|aria-(label|labelledby|describedby|controls)|data-brelt.*|data-reach)$/

/** By what styles could tell a case from others: classes, attributes and form states of its parts' first elements. */
export function featuresOf(component: StageComponent, mounted: StandingCase): string[] {
  if (mounted.failure !== undefined) return []
  const parts = Object.entries(component.parts).filter(
    ([name, { pseudo, inPage }]) => name !== 'host' && !pseudo && !inPage,
  )
  return parts.flatMap(([name]) => {
    const [element] = findParts(component, mounted, name)
    if (!element) return []
    const attributes = [...element.attributes].filter((each) => !PASSED_OVER.test(each.name))
    return [
      ...[...element.classList].map((each) => `.${CSS.escape(each)}`),
      ...attributes.map((each) =>
        each.value === '' ? `[${each.name}]` : `[${each.name}="${CSS.escape(each.value)}"]`,
      ),
      ...STATES.filter((state) => is(element, state)),
    ].map((selector) => `${name}|${selector}`)
  })
}

function is(element: Element, state: string): boolean {
  // Whatever cannot be written in is read-only: of those only fields of forms count.
  if (state === ':read-only' && !/^(INPUT|TEXTAREA)$/.test(element.tagName)) return false
  try {
    return element.matches(state)
  } catch {
    return false
  }
}
