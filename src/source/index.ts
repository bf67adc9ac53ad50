export {
  keepComponents,
  pathFault,
  propose,
  proposeRepository,
  readZip,
  type Dropped,
  type Proposal,
  type RepositoryProposal,
} from './bringin'
export { codePropsOf, readManifest, readTsx, type ManifestElement } from './code'
export { compileComponent, unsupportedKind, type CompiledComponent } from './compileComponent'
export { homeFolder } from './home'
export { withPackages } from './Packages'
export { SassProcess } from './sass'
export { openFolder, type OpenOptions } from './openFolder'
export { withStyleBuild } from './postcss'
export { readFolder } from './tree'
export { UNFINISHED, writeFiles, writeFolder } from './writeFolder'
