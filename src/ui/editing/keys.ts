/** The keys of every view in which a component is changed. */
export const EDITING_KEYS = [
  ['u and r', 'Undo and redo'],
  ['Ctrl S', 'Save what is being typed'],
] as const
