export type { GuideFacts } from './facts'
export { guideView } from './view'
export { GuidePage, type Neighbour } from './GuidePage'
