/** The keys of every view in which a component is changed. */
export const EDITING_KEYS = [
  ['u or Ctrl Z, r or Ctrl Shift Z', 'Undo, redo'],
  ['Ctrl S', 'Save what is being typed'],
] as const
