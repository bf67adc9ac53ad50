export type * from './model'
export { Tokens } from './Tokens'
