export { answer, bodyOf, queryOf } from './body'
export { componentFacts } from './componentPage'
export { isOwn, notFound, refused } from './guard'
export { workspace } from './workspace'
