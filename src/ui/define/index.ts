export type { Comparison, Definition, LibraryEvent, Look, RevisionFacts, SaveAnswer } from './definition'
export { Define } from './Define'
export { CodeEditor } from './CodeEditor'
export { nameCheck, TextField } from './fields'
