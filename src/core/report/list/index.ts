import { html } from './html'
import { json } from './json'
import { junit } from './junit'
import { markdown } from './markdown'
import { sarif } from './sarif'
import { text } from './text'

/** Every form of reports; the first is the usual one. */
export const REPORTER_LIST = [text, json, junit, sarif, html, markdown] as const
