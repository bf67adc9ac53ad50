export type { GuideFacts } from './facts'
export { Guide } from './Guide'
export { GuidePage, type Neighbour } from './GuidePage'
