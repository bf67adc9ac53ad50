export { propose, type Dropped } from './propose'
export type { Proposal } from './proposal'
export { pathFault, readZip } from './readZip'
export { keepComponents, proposeRepository, type RepositoryProposal } from './proposeRepository'
