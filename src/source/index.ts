export { compileComponent, unsupportedKind, type CompiledComponent } from './compileComponent'
export { readFolder } from './tree'
