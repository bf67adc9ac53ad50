export type { TokenNaming } from './naming'
export { tokenContexts } from './contexts'
export { TOKEN_FORMATS, type TokenFormat } from '../choices'
export { exportTokens } from './exportTokens'
export { editTokenText, type TokenEdit } from './editTokens'
export { channelsOf, COLOUR_SPACES, colourText, isInReach, spaceOf, type ColourSpace } from './colourSpaces'
export { readJson } from './readJson'
export {
  addedTokenText,
  documentOf,
  movedTokenText,
  pathFault,
  removedTokenText,
  withProperties,
  withReferences,
} from './restructure'
export { readTokens, type TokenBook } from './TokenBook'
export type { Token, TokenIssue } from './resolve'
export type { Ignored, RawToken } from './tokenTree'
export { referencedPath } from './tokenTree'
export { TokenLines, type TokenLine } from './tokenLines'
export { readTokenText, tokenText } from './valueText'
export {
  mergeTokenDocuments,
  modernise,
  tokensAsCss,
  tokensAsScss,
  tokensAsTypeScript,
  type ContextTokens,
} from './writeTokens'
