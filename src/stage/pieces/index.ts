export { Assembly, FILL_TAG, type Instance, type Maker, type Update } from './assembly'
export { loadPieces, SHARED_REACT } from './load'
