/** A pressed key, as far as its name depends on it. */
export type Pressed = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>

/** What a pressed key is called in the keys of a view: `a`, `ArrowUp`, `Ctrl z`, `Ctrl Shift z`; undefined with Alt, which is the system's. */
export function keyName({ key, ctrlKey, metaKey, altKey, shiftKey }: Pressed): string | undefined {
  if (altKey) return undefined
  // The command key of one system is the control key of another.
  return ctrlKey || metaKey ? `Ctrl ${shiftKey ? 'Shift ' : ''}${key.toLowerCase()}` : key
}

/** Keys that a control with the focus has a use for itself. */
export const isOfControls = (name: string) => name === ' ' || name === 'Enter'

/** What undo and redo are pressed by, in every view that has them. */
export const undoKeys = (undo: () => void, redo: () => void): Record<string, () => void> => ({
  ...{ u: undo, 'Ctrl z': undo },
  ...{ r: redo, 'Ctrl Shift z': redo, 'Ctrl y': redo },
})
