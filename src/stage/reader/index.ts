export { DocumentReader } from './DocumentReader'
export { FramesReader } from './FramesReader'
export type { Arranged, DeclaringSheet, DocumentReading, ReadableCase, ReaderStage, ReaderWindow } from './ReaderStage'
