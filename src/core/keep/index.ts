export { keptByText } from './keptByText'
