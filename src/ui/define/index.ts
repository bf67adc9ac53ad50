export { Define } from './Define'
export { Picture } from './Picture'
