export { Behaviour } from './Behaviour'
