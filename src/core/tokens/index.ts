export { customPropertyName } from './customProperties'
export { readTokens, type TokenBook } from './TokenBook'
export type { Token, TokenIssue } from './resolve'
