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
export { nowReading, serveWork, WorkEnded, WorkProcess } from './apart'
export { readManifest, readTsx, type ManifestElement } from './code'
export {
  compileComponent,
  placeInSources,
  unsupportedKind,
  type CompiledComponent,
  type CompileOptions,
} from './compileComponent'
export { homeFolder } from './home'
export { withPackages } from './Packages'
export { SassProcess } from './sass'
export { openFolder, type OpenOptions } from './openFolder'
export { withStyleBuild } from './postcss'
export { receivedCompiled, sentCompiled, styleFilesOf, type SentCompiled } from './sentCompiled'
export { workHere, type SourceWork } from './sourceWork'
export { type StylePlaces } from './stylePlaces'
export { readFolder } from './tree'
export { askGit } from './askGit'
export { changedFiles, gitState, gitUser, lastCommit, type Commit, type GitState } from './git'
export { commitNamed, openCommit } from './openCommit'
export { UNFINISHED, writeFiles, writeFolder } from './writeFolder'
