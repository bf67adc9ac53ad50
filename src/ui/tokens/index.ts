export { Tokens } from './Tokens'
