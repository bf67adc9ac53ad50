export { Workers } from './Workers'
