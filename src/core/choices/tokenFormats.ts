/** Forms in which tokens are written; the first is the usual one. */
export const TOKEN_FORMATS = ['css', 'scss', 'ts', 'json'] as const
export type TokenFormat = (typeof TOKEN_FORMATS)[number]
