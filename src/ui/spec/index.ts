export { Spec } from './Spec'
