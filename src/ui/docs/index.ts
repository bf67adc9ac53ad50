export { Docs } from './Docs'
