import type { Reporter } from './defineReporter'
import { REPORTER_LIST } from './list'

export type ReportFormat = (typeof REPORTER_LIST)[number]['format']

/** Forms of reports by name. */
export const REPORTERS: ReadonlyMap<ReportFormat, Reporter> = new Map(REPORTER_LIST.map((each) => [each.format, each]))
