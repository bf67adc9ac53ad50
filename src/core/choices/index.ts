/** What commands offer to choose from, apart from what does it: whoever only names a choice loads none of that. */
export { REPORT_FORMATS, type ReportFormat } from './reportFormats'
export { parseShard, type Shard } from './shard'
export { STRENGTH_WAYS, type StrengthWay } from './strengthWays'
export { TOKEN_FORMATS, type TokenFormat } from './tokenFormats'
