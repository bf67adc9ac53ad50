export { fromMarkup } from './fromMarkup'
