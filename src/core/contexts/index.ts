export { answerQuery } from './answerQuery'
export { type ContextDefinition } from './defineContext'
export { CONTEXTS } from './list'
export { needsBrowser, notShownLive, surroundingsOf, viewportIn, type Surroundings } from './surroundings'
