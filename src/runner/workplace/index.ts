export { LocalWorkplace } from './LocalWorkplace'
export type { RunPlace, WorkOrder, Workplace } from './Workplace'
