export { BringIn } from './BringIn'
export { LibraryFolder } from './LibraryFolder'
