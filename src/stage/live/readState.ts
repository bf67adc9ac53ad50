import { allowsState, type AriaState } from '@/core/readings'

// The browser tells these of any element that has the attribute, whatever its role is.
const OF_ANY_ROLE: ReadonlySet<AriaState> = new Set(['disabled', 'invalid', 'busy', 'readonly'])

/** `yes`, `no` or `mixed`; undefined where such an element has no such state. */
export function readState(element: Element, state: AriaState): string | undefined {
  const attribute = element.getAttribute(`aria-${state}`)
  const isNative = (state === 'checked' && isCheckable(element)) || (state === 'disabled' && 'disabled' in element)
  if (attribute === null && !isNative) return undefined
  if (!OF_ANY_ROLE.has(state) && !allowsState(roleOf(element), state)) return undefined
  // What is not rendered is not in the tree.
  if (!element.checkVisibility({ visibilityProperty: true }) || element.closest('[aria-hidden="true"]')) return 'no'
  if (state === 'checked' && isCheckable(element))
    return element.indeterminate ? 'mixed' : element.checked ? 'yes' : 'no'
  if (state === 'disabled' && element.matches(':disabled')) return 'yes'
  return attribute === 'true' || (state === 'invalid' && attribute !== null && !/^(false|)$/.test(attribute))
    ? 'yes'
    : attribute === 'mixed'
      ? 'mixed'
      : 'no'
}

const isCheckable = (element: Element): element is HTMLInputElement =>
  element instanceof HTMLInputElement && /^(checkbox|radio)$/.test(element.type)

/** The role that is written, or what HTML gives an element of its own. */
function roleOf(element: Element): string {
  const [written] = (element.getAttribute('role') ?? '').split(' ')
  if (written) return written
  if (element instanceof HTMLInputElement) {
    const { type } = element
    if (/^(checkbox|radio)$/.test(type)) return type
    return /^(button|submit|reset|image)$/.test(type) ? 'button' : 'textbox'
  }
  return { button: 'button', summary: 'button', a: 'link', option: 'option', tr: 'row' }[element.localName] ?? ''
}
