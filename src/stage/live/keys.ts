/** Whether a key only changes what others do. */
export const isModifier = (key: string): boolean => /^(Shift|Control|Alt|Meta|CapsLock|NumLock|Dead)$/.test(key)

/** A key as `press` writes it: `Shift+Tab`, `Control+a`, `Space`. */
export function chordOf({ key, ctrlKey, altKey, shiftKey, metaKey }: KeyboardEvent): string {
  const name = key === ' ' ? 'Space' : key
  // A character says itself whether it was shifted.
  const isShifted = shiftKey && [...name].length > 1
  const held = [ctrlKey && 'Control', altKey && 'Alt', isShifted && 'Shift', metaKey && 'Meta'].filter(Boolean)
  return [...held, name].join('+')
}

/** The character that a key writes at the end of a text; undefined where it does something else. */
export function typedInto(document: Document, { key, ctrlKey, altKey, metaKey }: KeyboardEvent): string | undefined {
  if ([...key].length !== 1 || ctrlKey || altKey || metaKey) return undefined
  let active = document.activeElement
  while (active?.shadowRoot?.activeElement) active = active.shadowRoot.activeElement
  if (active instanceof HTMLElement && active.isContentEditable) return key
  if (!(active instanceof HTMLTextAreaElement) && !(active instanceof HTMLInputElement && isText(active)))
    return undefined
  const { selectionStart, selectionEnd, value, readOnly } = active
  if (readOnly) return undefined
  // Some kinds do not tell where the caret is; it is at the end unless somebody moved it.
  const isAtEnd = selectionStart === null || (selectionStart === selectionEnd && selectionEnd === value.length)
  return isAtEnd ? key : undefined
}

const isText = ({ type }: HTMLInputElement): boolean =>
  !/^(checkbox|radio|range|color|file|button|submit|reset|image|hidden)$/.test(type)
