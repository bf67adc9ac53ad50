// Addresses lose steps upwards: in one, each is written as this.
const UP = '~up/'

/** A path as it can stand in an address: `../../node_modules/a.css` keeps its steps. */
export const keepUp = (path: string) => path.replaceAll('../', UP)

/** The path that such an address was made of. */
export const restoreUp = (path: string) => path.replaceAll(UP, '../')
