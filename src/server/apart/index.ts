export { Workshop } from './Workshop'
