export { emptyShelves, openShelves, Shelf } from './Shelf'
