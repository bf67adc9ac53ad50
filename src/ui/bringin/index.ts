export { BringIn } from './BringIn'
export { LibraryFolder } from './LibraryFolder'
export type { RepositoryAnswer } from './Repository'
