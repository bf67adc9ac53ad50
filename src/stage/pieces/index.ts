export { Assembly, FILL_TAG, WRAPPED, type Instance, type Maker, type Update } from './assembly'
export { loadPieces, SHARED_REACT } from './load'
