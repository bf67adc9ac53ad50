import { defineReporter } from '../defineReporter'

export const json = defineReporter({
  format: 'json',
  about: 'For programs: all of it, as docs/schema/report.schema.json describes it.',
  write: (report) => JSON.stringify(report, null, 2) + '\n',
})
