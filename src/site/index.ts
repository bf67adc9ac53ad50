export { makeSite, type Site, type Verdicts } from './makeSite'
