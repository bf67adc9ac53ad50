export { Matrix } from './Matrix'
