export { docEntries } from './docEntries'
export { findEntries, type FoundEntry } from './findEntries'
export { bestMatches, type Searched } from './rank'
