/** Marks an element for the driver of the browser, which knows nodes only by their attributes. */
export const REFERENCE = 'brelt-ref'
