export { code, page, table } from './markdown'
export { referencePages } from './pages'
