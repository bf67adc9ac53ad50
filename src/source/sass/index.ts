export { compileScss } from './compileScss'
export { SassProcess } from './SassProcess'
