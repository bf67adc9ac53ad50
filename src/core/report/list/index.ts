import type { Reporter } from '../defineReporter'
import type { ReportFormat } from '../../choices'
import { html } from './html'
import { json } from './json'
import { junit } from './junit'
import { markdown } from './markdown'
import { sarif } from './sarif'
import { text } from './text'

/** What writes each form of reports: one for every name. */
export const REPORTER_LIST: readonly Reporter<ReportFormat>[] = [text, json, junit, sarif, html, markdown]
