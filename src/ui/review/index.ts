export { Review } from './Review'
