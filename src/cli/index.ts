export { runCli } from './runCli'
export type { Output, Terminal } from './terminal'
