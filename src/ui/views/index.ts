export { ComponentView } from './ComponentView'
