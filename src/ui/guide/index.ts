export type { GuideFacts } from './facts'
export { guideView } from './view'
export { Prose } from './Prose'
export { GuidePage, type Neighbour } from './GuidePage'
