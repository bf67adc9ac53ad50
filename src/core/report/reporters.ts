import type { Reporter } from './defineReporter'
import type { ReportFormat } from '../choices'
import { REPORTER_LIST } from './list'

/** Forms of reports by name. */
export const REPORTERS: ReadonlyMap<ReportFormat, Reporter> = new Map(REPORTER_LIST.map((each) => [each.format, each]))
