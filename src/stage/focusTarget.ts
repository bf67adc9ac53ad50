import { insideOf } from './findPart'

/** Whether an element can have the focus at all, by script or by a press. */
export function takesFocus(element: Element): element is HTMLElement | SVGElement {
  if (!(element instanceof HTMLElement || element instanceof SVGElement)) return false
  if (element.shadowRoot?.delegatesFocus) return false
  if (element.tabIndex < 0 && !element.hasAttribute('tabindex') && !isEditingHost(element)) return false
  if (element.matches(':disabled') || element.closest('[inert]')) return false
  return element.checkVisibility({ visibilityProperty: true })
}

const isEditingHost = (element: Element) =>
  element instanceof HTMLElement && element.isContentEditable && !element.parentElement?.isContentEditable

/** The element that has the focus when this is clicked or reached by Tab: itself, a label's control, or the first inside that takes it. */
export function focusTargetOf(element: Element): Element | undefined {
  if (takesFocus(element)) return element
  const control = element instanceof HTMLLabelElement ? element.control : null
  if (control && takesFocus(control)) return control
  for (const inner of insideOf(element)) if (takesFocus(inner)) return inner
  return undefined
}
