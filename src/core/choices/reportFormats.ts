/** Forms in which a run is reported; the first is the usual one. */
export const REPORT_FORMATS = ['text', 'json', 'junit', 'sarif', 'html', 'markdown'] as const
export type ReportFormat = (typeof REPORT_FORMATS)[number]
