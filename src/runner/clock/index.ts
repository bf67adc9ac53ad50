export { defaultClock, openPlayPage } from './openPlayPage'
export type { PlayPage, Send } from './PlayPage'
