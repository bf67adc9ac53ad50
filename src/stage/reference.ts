/** Marks an element for the driver of the browser, which knows nodes only by their attributes. */
export const REFERENCE = 'brelt-ref'

/** Reference numbers of one document of a page stay below those of the next. */
export const REFERENCES_PER_CASE = 100_000
/** Those that the reader gives start above this, in each document. */
export const READER_REFERENCES = REFERENCES_PER_CASE / 2
