/** While it is held, measures are drawn over the component. */
export const MEASURE_KEY = 'Alt'
