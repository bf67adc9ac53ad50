export { compileComponent, unsupportedKind, type CompiledComponent } from './compileComponent'
export { homeFolder } from './home'
export { readFolder } from './tree'
