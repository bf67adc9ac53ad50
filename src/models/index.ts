export { benchModelOf } from './benchModel'
export { boardModelOf } from './boardModel'
export type { Readable } from './readable'
