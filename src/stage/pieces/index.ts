export { Assembly, FILL_TAG, type Instance, type Maker } from './assembly'
export { loadPieces, SHARED_REACT } from './load'
