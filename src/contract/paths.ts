/** A library, and one of its components, in addresses. */
export const LIBRARY = '/api/libraries/{library}'
export const COMPONENT = `${LIBRARY}/components/{slug}` as const
