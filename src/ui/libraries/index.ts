export { Libraries } from './Libraries'
