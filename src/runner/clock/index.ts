export { defaultClock, openPlayPage } from './openPlayPage'
export type { PlayPage } from './PlayPage'
