/**
 * Lets a component keep the focus while its frame has lost it to the application around it, as it does in the runner:
 * whoever presses "Stop" does not close the list that was recorded. Must run before any code of the component.
 * @returns whether the focus has just come into the frame from outside, and not to where it was before
 */
export function keepFocus(view: Window & typeof globalThis): { hasJustCome(): boolean } {
  const { document } = view
  let kept: EventTarget | null = null
  let isLost = false
  let hasCome = false
  const onLoss = (event: FocusEvent) => {
    if (!event.isTrusted || document.hasFocus()) return
    event.stopImmediatePropagation()
    if (event.target !== view) kept = event.target
    isLost = true
  }
  const onReturn = (event: FocusEvent) => {
    if (!event.isTrusted) return
    if (event.target === view || event.target === kept) {
      event.stopImmediatePropagation()
      hasCome ||= event.target === view && kept === null
      if (event.type === 'focusin') kept = null
    }
    isLost = false
  }
  for (const type of ['blur', 'focusout'] as const) view.addEventListener(type, onLoss, true)
  for (const type of ['focus', 'focusin'] as const)
    view.addEventListener(type, (event) => (isLost || event.target === view) && onReturn(event), true)
  return {
    hasJustCome: () => {
      const was = hasCome
      hasCome = false
      return was
    },
  }
}
