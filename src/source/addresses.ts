// Addresses lose steps upwards: in one, each is written as this.
const UP = '~up/'
const LIBRARY = 'brelt-library:/'

/** The address of a library's path, or of a package's file beside it, as source maps and compilers want one. */
export const addressOf = (path: string): string => LIBRARY + encodeURI(path.replaceAll('../', UP))

export const isAddress = (text: string): boolean => text.startsWith(LIBRARY)

/** The path that such an address was made of. */
export const pathOfAddress = (address: string): string =>
  decodeURI(address.replace(LIBRARY, '')).replace(/^\/+/, '').replaceAll(UP, '../')
